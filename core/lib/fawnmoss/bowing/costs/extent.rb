# frozen_string_literal: true

module Fawnmoss
  module Bowing
    module Costs
      # How far a stroke departs from the bow it wants, squared, and how far fast and staccato strokes leave the middle.
      # Departure is a share of the bow: a whole bow too little costs 400 hundredths.
      module Extent
        DEPARTURE = 400
        OFF_MIDDLE = 30
        FAST = 0.3 # seconds

        # from, to: 0.0 frog .. 1.0 tip.
        def self.cost(stroke, from, to)
          departure = (to - from).abs - stroke.ideal
          cost = DEPARTURE * departure * departure
          cost += OFF_MIDDLE * (((from + to) / 2) - 0.5).abs if stroke.seconds < FAST || stroke.marks.include?(:staccato)
          cost
        end
      end
    end
  end
end
