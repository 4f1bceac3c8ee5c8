# frozen_string_literal: true

module Fawnmoss
  module Shape
    # Where between fingerboard and bridge each stroke lies, 1 to 5. A bowed string sounds as loud as the bow is quick, and as it lies near the bridge
    # (amplitude goes with speed over distance; Cremer, The Physics of the Violin, from memory): what of the loudness more or less bow cannot give, because the
    # bow is not longer or the arm not quicker, the zone gives.
    class Zones
      ZONE = 3.0 # dB from one zone to the next: a distance from the bridge two fifths greater (ours)
      ALL = (1..5)

      # solved: Solved; bowing: Bowing::Solved; usual: the instrument's own zone.
      def initialize(solved, bowing, usual)
        @usual = usual
        @zones = bowing.planned.each_with_object({}) do |planned, found|
          own = planned.stroke.notes.map { solved.at(_1) }
          zone = zone(planned, own.sum { Levels.decibels(solved.levels[_1]) } / own.size)
          own.each { found[_1] = zone }
        end
      end

      def at(at) = @zones.fetch(at)

      private

      # wanted: dB over mf.
      def zone(planned, wanted)
        given = 20 * Math.log10(planned.stroke.ideal / planned.stroke.plain)
        (@usual + ((wanted - given) / ZONE).round).clamp([ALL.min, @usual - 2].max, [ALL.max, @usual + 2].min)
      end
    end
  end
end
