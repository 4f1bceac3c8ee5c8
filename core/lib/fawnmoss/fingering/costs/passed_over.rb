# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # A stopped note beyond first position where an open string gives the same pitch: an open string next to the hand is not passed
      # over, except in the school that keeps the string.
      class PassedOver < Term
        noun 'open string passed over', 'open strings passed over'

        def initialize(setting)
          super
          @price = setting.fourth == 'fourth' ? 0 : weight(:passed_over)
          @open = setting.instrument.open.map(&:midi)
        end

        def cost(step) = !step.to.open? && step.to.hand.nut > 2 && @open.include?(midi(step.to)) ? @price : 0
        def reason(_step) = 'an open string has the same pitch'
      end
    end
  end
end
