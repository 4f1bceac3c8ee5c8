# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Two fingers at once: each is one more thing to place; an open string beside a finger is easier. A fifth held by one
      # finger lying across is hard for a small hand.
      class DoubleStop < Term
        noun 'pair of fingers at once', 'pairs of fingers at once'

        def cost(step)
          low, high = step.to.places
          return 0 if low.open? || high.open?

          weight(low.finger == high.finger ? :one_finger_fifth : :two_fingers)
        end

        def reason(_step) = 'two fingers stop both strings'
      end
    end
  end
end
