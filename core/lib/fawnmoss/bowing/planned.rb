# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # A planned stroke. direction: :down or :up; join: :start, :change, :hook (the same direction, as usual after the long
    # note of a pair), :stop (the same direction from the same spot), :lift (again from the frog) or :recovery (lifted back
    # for a short up-bow near the frog); from, to: places on the bow, 0.0 frog .. 1.0 tip; cost: what it added, in hundredths.
    Planned = Value.of(:stroke, :direction, :join, :from, :to, :cost) do
      def length = (to - from).abs
      # Under two thirds of the bow it wants. Small strokes squeezed a little are no shortage: only from WANTS up.
      def short? = stroke.ideal >= Planned::WANTS && length < (stroke.ideal * 2 / 3) - 1e-9
    end

    Planned::WANTS = 0.4
  end
end
