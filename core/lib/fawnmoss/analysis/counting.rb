# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # What to say while counting: numbers with "and" (six in 6/8), and rhythm syllables.
    class Counting
      PARTS = { 0r => nil, 1/2r => 'and', 1/4r => 'e', 3/4r => 'a', 1/3r => 'and', 2/3r => 'a' }.freeze

      # meter: Theory::Meter.
      def initialize(meter)
        @meter = meter
        @unit = Rational(4, meter.unit) # quarters
        @known = {}
      end

      # { numbers:, syllables: } of a note; held beats in brackets.
      #   at 0, a half note in 4/4 # => { numbers: "1 (2)", syllables: "ta-a" }
      def for(note) = @known[[note.at, note.duration]] ||= { numbers: numbers(note), syllables: syllables(note.at, note.duration) }.freeze

      private

      def numbers(note)
        place = note.at / @unit
        held = held(place, place + (note.duration / @unit))
        [name(place), ("(#{held.join(' ')})" if held.any?)].compact.join(' ')
      end

      def name(place)
        beat = place.floor
        PARTS.fetch(place - beat) { return '-' } || ((beat % @meter.beats) + 1).to_s
      end

      # Beats that begin while the note still sounds.
      def held(from, to) = ((from.floor + 1)...to.ceil).map { (_1 % @meter.beats) + 1 }.first(@meter.beats * 4)

      def syllables(at, duration)
        return 'ta-i' if duration == 3/2r && !@meter.compound?

        if duration >= 1 then "ta#{'-a' * ([duration.floor, 16].min - 1)}"
        elsif duration == 1/2r || duration == 3/4r then 'ti'
        elsif duration.denominator == 3 then 'tri'
        else ((at / duration) % 2).zero? ? 'ti' : 'ri'
        end
      end
    end
  end
end
