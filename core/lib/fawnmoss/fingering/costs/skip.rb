# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Jumping over a string: the bow may touch the one between; inside a slur it must.
      class Skip < Term
        noun 'skipped string', 'skipped strings'

        def cost(from, to, move)
          jumped = from.apart(to) - 1
          return 0 unless jumped.positive?

          (weight(:skip) + (move.slurred ? weight(:slurred_skip) : 0)) * jumped * move.pace / 100
        end

        def reason(to, from) = "skips a string between #{string_name(from)} and #{string_name(to)}"
      end
    end
  end
end
