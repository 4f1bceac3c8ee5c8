# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # An open string that the bow goes up to from the string below, or leaves for it, where a finger could have kept that string: dear
      # in the school "fourth"; in "either" it is for a studio's own hand to say what it costs.
      class OpenForFour < Term
        noun 'open string in place of a finger', 'open strings in place of a finger'

        def initialize(setting)
          super
          @price = { 'fourth' => :open_for_four, 'either' => :open_between }[setting.fourth].then { _1 ? weight(_1) : 0 }
        end

        def cost(step)
          from = step.from
          to = step.to
          (to.open? && from.top == to.string - 1) || (from.open? && to.top == from.string - 1) ? @price : 0
        end

        def reason(_step) = 'an open string where the fourth finger could keep the string below'
      end
    end
  end
end
