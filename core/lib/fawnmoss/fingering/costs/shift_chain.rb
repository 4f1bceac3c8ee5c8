# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Two shifts with no note settled between: the errors add up. With a single note between it is half as bad: stay a few
      # notes before moving again.
      class ShiftChain < Term
        noun 'hurried second shift', 'hurried second shifts'

        def cost(step) = step.same_spot? ? 0 : [weight(:shift_chain), weight(:shift_soon), 0].fetch(step.settled)
        def reason(_step) = 'shifts again before the hand has settled'
      end
    end
  end
end
