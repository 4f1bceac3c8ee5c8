# frozen_string_literal: true

module Fawnmoss
  module Bowing
    module Costs
      # Which way a stroke goes (guide page on bowing, rules 1 and 3): a first beat wants a down-bow, most of all at the
      # start and the end; a long note wants a down-bow where there is a choice. A stroke with much bow wants it more
      # than a small one. Hundredths.
      module Direction
        FIRST_BEAT = 60
        OPENING = { firm: 400, light: 100 }.freeze
        LAST = 60
        HALF_BAR = 10
        LONG_UP = 35
        LONG = 1.5 # seconds

        def self.cost(stroke, direction)
          return 0 if direction == :down

          (beat(stroke) * (1 + stroke.ideal) / 2) + (stroke.seconds >= LONG ? LONG_UP : 0)
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
