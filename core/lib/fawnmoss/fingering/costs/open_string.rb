# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # An open string: easy and ringing, but its colour is its own, and there is no vibrato on a long one.
      class OpenString < Term
        noun 'open string', 'open strings'

        def cost(step)
          return 0 unless step.to.open?

          setting.long?(step.note) ? weight(:open_string) + weight(:long_open_string) : weight(:open_string)
        end

        def reason(step) = "open #{string_name(step.to)}"
      end
    end
  end
end
