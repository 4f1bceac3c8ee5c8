# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # A planned stroke. direction: :down or :up; join: :start, :change, :stop (same direction from the same spot) or :lift
    # (again from the frog); from, to: places on the bow, 0.0 frog .. 1.0 tip; cost: what it added, in hundredths.
    Planned = Value.of(:stroke, :direction, :join, :from, :to, :cost) do
      def length = (to - from).abs
      def short? = length < stroke.ideal * 2 / 3 - 1e-9
    end
  end
end
