# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # The same finger on the next string: it must lie across two strings or hop, and the line breaks. The short fourth finger of
      # the upper strings does neither well.
      class Hop < Term
        noun 'hop of one finger', 'hops of one finger'

        def cost(step) = step.move.rest ? 0 : dearest_pair(step)

        def reason(step) = "finger #{step.to.finger} hops across two strings"

        private

        def pair(from, to)
          return 0 if from.finger != to.finger || from.string == to.string || from.open?
          return weight(:fourth_hop) if from.finger == 4 && setting.instrument.weak_fourth

          weight(from.semitones == to.semitones ? :hop : :wide_hop)
        end
      end
    end
  end
end
