# frozen_string_literal: true

module Fawnmoss
  module Bowing
    module Costs
      # How far a stroke departs from the bow it wants, squared, and how far a stroke leaves the part of the bow its style
      # asks for: fast and staccato ones the middle, bouncing ones the balance point.
      module Extent
        BALANCE = 0.33

        # from, to: 0.0 frog .. 1.0 tip; weights: a table of data/bow_weights.yml. Hundredths.
        def self.cost(stroke, from, to, weights)
          departure = (to - from).abs - stroke.ideal
          (weights[:departure] * departure * departure) + place(stroke, (from + to) / 2, weights)
        end

        # What decides the cost besides the place: strokes alike in this share a table.
        def self.kind(stroke) = [stroke.ideal, stroke.marks.include?(:off_string), stroke.middle]

        def self.place(stroke, centre, weights)
          return weights[:off_balance] * (centre - BALANCE).abs if stroke.marks.include?(:off_string)

          stroke.middle ? weights[:off_middle] * (centre - stroke.middle).abs : 0
        end
        private_class_method :place
      end
    end
  end
end
