# frozen_string_literal: true

module Fawnmoss
  module Bowing
    module Costs
      # Which way a stroke goes (guide page on bowing, rules 1, 3 and 6): a first beat wants a down-bow, most of all at the
      # start and the end; a long note wants a down-bow where there is a choice. A stroke with much bow wants it more
      # than a small one. Rocking between two strings is easiest with the lower on the down-bow: a tie-breaker. Hundredths.
      module Direction
        FIRST_BEAT = 60
        OPENING = { firm: 400, light: 20 }.freeze
        LAST = 60
        HALF_BAR = 10
        LONG_UP = 35
        LONG = 1.5 # seconds
        ROCK = 2

        def self.cost(stroke, direction)
          return stroke.rock == :high ? ROCK : 0 if direction == :down

          (beat(stroke) * (1 + stroke.ideal) / 2) + (stroke.seconds >= LONG ? LONG_UP : 0) + (stroke.rock == :low ? ROCK : 0)
        end

        def self.beat(stroke)
          return FIRST_BEAT + OPENING.fetch(stroke.opening, 0) + (stroke.last ? LAST : 0) if stroke.strength == 2

          stroke.strength == 1 ? HALF_BAR : 0
        end
        private_class_method :beat
      end
    end
  end
end
