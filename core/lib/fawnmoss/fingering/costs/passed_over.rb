# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # A stopped note beyond first position where an open string gives the same pitch: an open string next to the hand is not passed
      # over, except in the school that keeps the string, or for a long note that is to swing (Sung).
      class PassedOver < Term
        noun 'open string passed over', 'open strings passed over'

        def initialize(setting)
          super
          @price = setting.fourth == 'fourth' ? 0 : weight(:passed_over)
          @open = setting.instrument.open.map(&:midi)
        end

        def cost(step)
          return 0 if step.to.open? || step.to.hand.nut <= 2 || !@open.include?(midi(step.to))

          setting.learnt.include?(:vibrato) && setting.long?(step.note) ? 0 : @price
        end

        def reason(_step) = 'an open string has the same pitch'
      end
    end
  end
end
