# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # An open string that the melody comes down to: some teachers keep the fourth finger for it. It costs nothing unless a studio's own
      # hand says so.
      class ComingDown < Term
        noun 'open string coming down', 'open strings coming down'

        def initialize(setting)
          super
          @price = weight(:open_coming_down)
        end

        def cost(step) = step.to.open? && midi(step.from.parts.last) > midi(step.to.parts.last) ? @price : 0
        def reason(step) = "comes down to open #{string_name(step.to)}"
      end
    end
  end
end
