# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # The fourth finger of violin and viola: weak, short, tends to be flat. On cello and bass it is a finger like others.
      class FourthFinger < Term
        noun 'fourth finger', 'fourth fingers'

        def initialize(setting)
          super
          known = setting.learnt.include?(:fourth) && setting.fourth != 'open'
          @price = weight(known ? :known_fourth_finger : :fourth_finger)
        end

        def cost(step) = step.to.finger == 4 ? @price : 0
        def reason(_step) = 'needs the fourth finger'
      end
    end
  end
end
