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

        def cost(from, to, _move) = to.open? && midi(from.parts.last) > midi(to.parts.last) ? @price : 0
        def reason(to, _from) = "comes down to open #{string_name(to)}"
      end
    end
  end
end
