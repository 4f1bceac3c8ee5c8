# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # The same finger on the next string: it must lie across two strings or hop, and the line breaks.
      class Hop < Term
        noun 'hop of one finger', 'hops of one finger'

        def cost(from, to, move)
          return 0 if from.open? || from.finger != to.finger || from.string == to.string || move.rest

          weight(from.semitones == to.semitones ? :hop : :wide_hop)
        end

        def reason(_from, to, _move) = "finger #{to.finger} hops across two strings"
      end
    end
  end
end
