# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Jumping over a string: the bow may touch the one between.
      class Skip < Term
        noun 'skipped string', 'skipped strings'

        def cost(from, to, move)
          jumped = (from.string - to.string).abs - 1
          jumped.positive? ? weight(:skip) * jumped * move.pace / 100 : 0
        end

        def reason(from, to, _move) = "skips a string between #{string_name(from)} and #{string_name(to)}"
      end
    end
  end
end
