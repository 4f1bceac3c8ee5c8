# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # Letters, octave signs, accidentals and length figures to pitches and durations. Remembers the accidentals of the
      # bar: one lasts to the bar's end on all octaves of its letter (ABC 2.1, section 11.3, "pitch").
      class Spelling
        ACCIDENTALS = { '^^' => 2, '^' => 1, '=' => 0, '_' => -1, '__' => -2 }.freeze

        def initialize(header)
          @header = header
          forget
        end

        # The unit length in quarters.
        def unit = @header.unit

        # At a bar line.
        def forget = @accidentals = {}

        # parts: 'accidental', 'letter', 'octave' as text; last: attributes of the notes before, for ties over a bar line.
        # Returns Theory::Pitch, or nil beyond octaves 0 to 8.
        def pitch(parts, last)
          letter = parts['letter'].upcase
          octave = (parts['letter'] == letter ? 4 : 5) + parts['octave'].count("'") - parts['octave'].count(',')
          return unless octave.between?(0, 8)

          @accidentals[letter] = ACCIDENTALS.fetch(parts['accidental']) if parts['accidental']
          alter = tied_alter(letter, octave, last) || @accidentals.fetch(letter) { @header.key.alter(letter) }
          Theory::Pitch.new(letter:, alter:, octave:)
        end

        # "3/2", "/", "//", "" in unit lengths -> quarters; nil for nonsense.
        def length(text)
          number = text[/\A\d+/]
          below = text[%r{/(\d+)\z}, 1]&.to_i
          return if below&.zero? || number.to_i > 1000

          (number ? number.to_i : 1) * @header.unit / (below || (2**text.count('/')))
        end

        private

        # A note tied over the bar line keeps the accidental of the note it is tied to.
        def tied_alter(letter, octave, last)
          return if @accidentals.key?(letter)

          last.find { |note| note[:tie] && note[:pitch] && note[:pitch].letter == letter && note[:pitch].octave == octave }&.dig(:pitch)&.alter
        end
      end
    end
  end
end
