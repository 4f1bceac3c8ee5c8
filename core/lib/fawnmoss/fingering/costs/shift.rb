# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Moving the hand. Cheaper, in hundredths of its price, where something helps: an open string or a rest gives it
      # time, the same finger on the same string guides it, a semitone is near, going up to finger 1 or down from it moves the
      # hand as a block, a change of bow covers it. The best help counts. Inside a slur it is heard: only time or 1 to 1 help there.
      class Shift < Term
        noun 'shift', 'shifts'

        def cost(step)
          return 0 if step.same_spot?

          distance = (step.from.hand.spot - step.to.hand.spot).abs
          (weight(:shift) + (weight(:shift_per_semitone) * distance)) * step.move.pace / 100 * share(step.from, step.to, step.move, distance) / 100
        end

        def reason(step) = "the hand moves from #{step.from.hand.words} to #{step.to.hand.words}"

        private

        def share(from, to, move, distance)
          helps = [weight(move.slurred ? :shift_in_slur : :shift_at_bow_change)]
          helps << weight(:shift_with_time) if from.open? || to.open? || move.rest
          helps << weight(:shift_on_one_finger) if guided?(from, to, move)
          helps.concat(helps_of_the_hand(from, to, distance)) unless move.slurred
          helps.min
        end

        # One finger on one string leads; under a slur only the first is heard as a join and not as a smear.
        def guided?(from, to, move) = from.finger == to.finger && from.string == to.string && (!move.slurred || to.finger == 1)

        def helps_of_the_hand(from, to, distance)
          [(weight(:shift_near) if distance == 1), (weight(:shift_by_first) if by_first?(from, to))].compact
        end

        def by_first?(from, to) = to.hand.spot > from.hand.spot ? to.finger == 1 : from.finger == 1
      end
    end
  end
end
