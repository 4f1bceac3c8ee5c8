# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Jumping over a string: the bow may touch the one between; inside a slur it must.
      class Skip < Term
        noun 'skipped string', 'skipped strings'

        def cost(step)
          jumped = step.from.apart(step.to) - 1
          return 0 unless jumped.positive?

          (weight(:skip) + (step.move.slurred ? weight(:slurred_skip) : 0)) * jumped * step.move.pace / 100
        end

        def reason(step) = "skips a string between #{string_name(step.from)} and #{string_name(step.to)}"
      end
    end
  end
end
