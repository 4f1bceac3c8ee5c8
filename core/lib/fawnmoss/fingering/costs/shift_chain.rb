# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Two shifts with no note settled between: the errors add up. With a single note between it is half as bad: stay a few
      # notes before moving again.
      class ShiftChain < Term
        noun 'hurried second shift', 'hurried second shifts'

        # settled: notes played since the last shift, 0, 1, or 2 for two and more.
        def price(settled, _move) = [weight(:shift_chain), weight(:shift_soon), 0].fetch(settled)
        def applies?(_before, from, to, _move) = !from.hand.same_spot?(to.hand)
        def reason(_to, _from) = 'shifts again before the hand has settled'
      end
    end
  end
end
