# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # In the school "fourth": an open string that the bow goes up to from the string below, or leaves for it, where a
      # finger could have kept that string.
      class OpenForFour < Term
        noun 'open string in place of a finger', 'open strings in place of a finger'

        def initialize(setting)
          super
          @price = setting.fourth == 'fourth' ? weight(:open_for_four) : 0
        end

        def cost(from, to, _move)
          (to.open? && from.top == to.string - 1) || (from.open? && to.top == from.string - 1) ? @price : 0
        end

        def reason(_from, _to, _move) = 'an open string where the fourth finger could keep the string below'
      end
    end
  end
end
