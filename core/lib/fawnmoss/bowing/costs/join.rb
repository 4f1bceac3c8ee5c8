# frozen_string_literal: true

module Fawnmoss
  module Bowing
    module Costs
      # How a stroke joins the one before. A plain change is free; stopping and going on in the same direction is a repair
      # that costs more than a weak first beat; a lift needs a rest or a phrase end and is then nearly free. Hundredths.
      module Join
        COST = { change: 0, stop: 180, lift: 40 }.freeze

        def self.cost(kind, stroke, direction)
          return COST.fetch(kind) unless kind == :stop && stroke.fixed == direction

          COST.fetch(:stop) / 10 # the teacher or the page asks for it
        end
      end
    end
  end
end
