# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Moving the hand. Cheaper while a string is open or during a rest, on the same finger, over a semitone, or at a
      # change of bow.
      class Shift < Term
        noun 'shift', 'shifts'

        def cost(from, to, move)
          return 0 if from.hand.same_spot?(to.hand)

          distance = (from.hand.nut - to.hand.nut).abs
          price = (weight(:shift) + (weight(:shift_per_semitone) * distance)) * move.pace / 100
          helped?(from, to, move, distance) ? price * 3 / 5 : price
        end

        def reason(from, to, _move) = "the hand moves from #{from.hand.words} to #{to.hand.words}"

        private

        def helped?(from, to, move, distance)
          from.open? || to.open? || move.rest || distance == 1 || (from.finger == to.finger && from.string == to.string) || !move.slurred
        end
      end
    end
  end
end
