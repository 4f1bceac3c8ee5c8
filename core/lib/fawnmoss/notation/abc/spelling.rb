# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # Letters, octave signs, accidentals and length figures to pitches and durations. Remembers the accidentals of the
      # bar: one lasts to the bar's end on all octaves of its letter (ABC 2.1, section 11.3, "pitch").
      class Spelling
        ACCIDENTALS = { '^^' => 2, '^' => 1, '=' => 0, '_' => -1, '__' => -2 }.freeze

        # unit: the unit length in quarters.
        attr_accessor :unit
        attr_writer :meter

        # key: Header::Signature that holds from here on.
        attr_writer :key

        def initialize(header)
          @unit = header.unit
          @meter = header.meter
          @key = header.signature
          forget
        end

        # At a bar line.
        def forget = @accidentals = {}

        # Of a full bar, in quarters; a whole note where there is no meter.
        def bar_length = plain_meter&.bar_length || 4r
        def compound? = plain_meter&.compound? || false

        # parts: 'accidental', 'letter', 'octave' as text; tied: pitches of the sound before that are tied to this one.
        # Returns Theory::Pitch, or nil beyond octaves 0 to 8.
        def pitch(parts, tied)
          letter = parts['letter'].upcase
          octave = (parts['letter'] == letter ? 4 : 5) + parts['octave'].count("'") - parts['octave'].count(',') + @key.octaves
          return unless octave.between?(0, 8)

          @accidentals[letter] = ACCIDENTALS.fetch(parts['accidental']) if parts['accidental']
          alter = tied_alter(letter, octave, tied) || @accidentals.fetch(letter) { @key.alter(letter) }
          Theory::Pitch.new(letter:, alter:, octave:)
        end

        # "3/2", "/", "//", "" in unit lengths -> quarters; nil for nonsense.
        def length(text)
          number = text[/\A\d+/]
          below = text[%r{/(\d+)\z}, 1]&.to_i
          return if below&.zero? || number.to_i > 1000 || below.to_i > 1000 || number&.to_i&.zero?

          (number ? number.to_i : 1) * @unit / (below || (2**text.count('/')))
        end

        private

        def plain_meter = @meter == :free ? nil : @meter

        # A note tied over the bar line keeps the accidental of the note it is tied to.
        def tied_alter(letter, octave, tied)
          tied.find { |pitch| pitch.letter == letter && pitch.octave == octave }&.alter unless @accidentals.key?(letter)
        end
      end
    end
  end
end
