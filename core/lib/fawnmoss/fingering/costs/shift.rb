# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Moving the hand. Cheaper, in hundredths of its price, where something helps: an open string or a rest gives it
      # time, the same finger on the same string guides it, a semitone is near, going up to finger 1 or down from it moves the
      # hand as a block, a change of bow covers it. The best help counts.
      class Shift < Term
        noun 'shift', 'shifts'

        def cost(from, to, move)
          return 0 if from.hand.same_spot?(to.hand)

          distance = (from.hand.spot - to.hand.spot).abs
          (weight(:shift) + (weight(:shift_per_semitone) * distance)) * move.pace / 100 * share(from, to, move, distance) / 100
        end

        def reason(from, to, _move) = "the hand moves from #{from.hand.words} to #{to.hand.words}"

        private

        def share(from, to, move, distance)
          best = move.slurred ? 100 : weight(:shift_at_bow_change)
          best = [best, weight(:shift_with_time)].min if from.open? || to.open? || move.rest
          best = [best, weight(:shift_near)].min if distance == 1
          best = [best, weight(:shift_by_first)].min if by_first?(from, to)
          best = [best, weight(:shift_on_one_finger)].min if from.finger == to.finger && from.string == to.string
          best
        end

        def by_first?(from, to) = to.hand.spot > from.hand.spot ? to.finger == 1 : from.finger == 1
      end
    end
  end
end
