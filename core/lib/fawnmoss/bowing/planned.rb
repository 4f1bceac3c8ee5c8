# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # A planned stroke.
    Planned = Value.of(
      :stroke,    # Stroke
      :direction, # :down or :up
      :join,      # :start, :change, :slur (in one bow with the note before, by the engine's own proposal), :hook (the same direction, as usual
      #             after the long note of a pair), :stop (the same direction from the same spot), :lift (set anew: a down-bow at the frog, in a
      #             rest an up-bow too) or :recovery (lifted back for a short up-bow near the frog)
      :from,      # where on the bow it begins, 0.0 frog .. 1.0 tip
      :to,        # and ends
      :cost,      # what it added, in hundredths
      :shared     # true when it is hooked or slurred to a neighbour
    ) do
      def length = (to - from).abs

      # Under two thirds of the bow it wants; half is enough for the two notes of a hook, which share a bow. Small strokes
      # squeezed a little are no shortage: only from WANTS up; nor is a stroke that is small on purpose.
      def short?
        return false if stroke.ideal < Planned::WANTS || join == :recovery || (join == :start && (from * Planner::CELLS).round == Planner::BALANCE)

        length < (stroke.ideal * (shared ? 1/2r : 2/3r)) - 1e-9
      end
    end

    Planned::WANTS = 0.4
  end
end
