# frozen_string_literal: true

module Fawnmoss
  module Bowing
    module Costs
      # How far a stroke departs from the bow it wants, squared, and how far a stroke leaves the part of the bow its style
      # asks for: fast and staccato ones the middle, bouncing ones the balance point. Departure is a share of the bow: a
      # whole bow too little costs 400 hundredths.
      module Extent
        DEPARTURE = 400
        OFF_MIDDLE = 30
        OFF_BALANCE = 120
        BALANCE = 0.33
        FAST = 0.3 # seconds

        # from, to: 0.0 frog .. 1.0 tip.
        def self.cost(stroke, from, to)
          departure = (to - from).abs - stroke.ideal
          (DEPARTURE * departure * departure) + place(stroke, (from + to) / 2)
        end

        # What decides the cost besides the place: strokes alike in this share a table.
        def self.kind(stroke) = [stroke.ideal, stroke.marks.include?(:off_string), middle?(stroke)]

        def self.place(stroke, centre)
          return OFF_BALANCE * (centre - BALANCE).abs if stroke.marks.include?(:off_string)

          middle?(stroke) ? OFF_MIDDLE * (centre - stroke.middle).abs : 0
        end

        def self.middle?(stroke) = stroke.seconds < FAST || stroke.marks.include?(:staccato)
        private_class_method :place, :middle?
      end
    end
  end
end
