# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # What to say while counting: numbers with "and" (six in 6/8), and rhythm syllables.
    class Counting
      PARTS = { 0r => nil, 1/2r => 'and', 1/4r => 'e', 3/4r => 'a', 1/3r => 'and', 2/3r => 'a' }.freeze

      def initialize
        @known = {}
      end

      # { numbers:, syllables: } of a note; held beats in brackets.
      #   at 0, a half note in 4/4 # => { numbers: "1 (2)", syllables: "ta-a" }
      def for(note)
        @known[[note.meter, note.at, note.duration]] ||= { numbers: numbers(note), syllables: syllables(note) }.freeze
      end

      private

      def numbers(note)
        unit = Rational(4, note.meter.unit) # quarters
        place = note.at / unit
        held = held(place, place + (note.duration / unit), note.meter.beats)
        [name(place, note.meter.beats), ("(#{held.join(' ')})" if held.any?)].compact.join(' ')
      end

      def name(place, beats)
        beat = place.floor
        PARTS.fetch(place - beat) { return '-' } || ((beat % beats) + 1).to_s
      end

      # Beats that begin while the note still sounds.
      def held(from, to, beats) = ((from.floor + 1)...to.ceil).map { (_1 % beats) + 1 }.first(beats * 4)

      def syllables(note)
        duration = note.duration
        return 'ta-i' if duration == 3/2r && !note.meter.compound?

        if duration >= 1 then "ta#{'-a' * ([duration.floor, 16].min - 1)}"
        elsif duration == 1/2r || duration == 3/4r then 'ti'
        elsif duration.denominator == 3 then 'tri'
        else ((note.at / duration) % 2).zero? ? 'ti' : 'ri'
        end
      end
    end
  end
end
