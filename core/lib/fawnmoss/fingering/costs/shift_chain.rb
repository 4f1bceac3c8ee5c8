# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Two shifts with no note settled between: the errors add up.
      class ShiftChain < Term
        noun 'double shift', 'double shifts'

        # shifted: the hand moved on the way to from.
        def cost(_before, shifted, from, to, _move) = shifted && !from.hand.same_spot?(to.hand) ? weight(:shift_chain) : 0
        def reason(_before, _from, _to, _move) = 'shifts again with no note settled between'
      end
    end
  end
end
