# frozen_string_literal: true

module Fawnmoss
  module Bowing
    module Costs
      # How a stroke joins the one before (guide page on bowing, rules 4 to 6). A plain change is free. Going on in the same
      # direction is a repair: cheap after the long note of a pair, less so as two equal up-bows before a bar line; elsewhere it
      # is for the page or the teacher to ask for. A lift needs time: nearly free in a rest, a little more at a breath, more where a note must be cut for it;
      # a recovery likewise. What the page or the teacher asks for costs next to nothing. Hundredths.
      module Join
        SAME = { pair: 70, up_up: 80 }.freeze
        STOP = 400
        LIFT = { rest: 40, breath: 60, long_note: 90 }.freeze
        RECOVERY = { rest: 45, breath: 60 }.freeze
        HURRIED_RECOVERY = 80
        WANTED = 200 # a stop before a stroke that is fixed, after one that is free
        ASKED = 20 # two strokes that are fixed the same way

        # The same direction again.
        def self.same(stroke, direction)
          return 0 if %i[hook stop].include?(stroke.pinned)

          return ASKED if stroke.fixed == direction && stroke.asked_same

          price = stroke.shape == :up_up && direction == :down ? STOP : SAME.fetch(stroke.shape, STOP)
          stroke.fixed == direction ? [price, WANTED].min : price
        end

        def self.lift(stroke) = stroke.pinned == :lift ? 0 : LIFT.fetch(stroke.time)
        def self.recovery(stroke) = stroke.pinned == :recovery ? 0 : RECOVERY.fetch(stroke.time, HURRIED_RECOVERY)
      end
    end
  end
end
