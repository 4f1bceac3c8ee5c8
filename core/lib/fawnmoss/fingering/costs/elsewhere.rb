# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # A note that was there just before, within the bar, now on another string: one note keeps one finger (A, B, A).
      class Elsewhere < Term
        noun 'note come back to with another finger', 'notes come back to with another finger'

        def cost(step) = step.move.again && step.before && step.before != step.to.string ? weight(:elsewhere) : 0
        def reason(step) = "the note before the last one again, now on the #{string_name(step.to)} string"
      end
    end
  end
end
