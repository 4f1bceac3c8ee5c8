# frozen_string_literal: true

module Fawnmoss
  module Theory
    # Frequency ratios of the semitones above an open string, as a teacher sets tapes by them, and where a note lies by them.
    # equal: 2**(n/12). pythagorean: chains of 3/2 (81/64 third). just: small whole numbers (5/4 third).
    # Ratios: standard acoustics; 3/2 = 701.955, 5/4 = 386.314, 81/64 = 407.820 cents.
    module Temperament
      PYTHAGOREAN = [1, 256/243r, 9/8r, 32/27r, 81/64r, 4/3r, 729/512r, 3/2r, 128/81r, 27/16r, 16/9r, 243/128r].freeze
      JUST = [1, 16/15r, 9/8r, 6/5r, 5/4r, 4/3r, 45/32r, 3/2r, 8/5r, 5/3r, 9/5r, 15/8r].freeze
      NAMES = %w[equal pythagorean just].freeze
      FIFTHS = 'FCGDAEB' # the line of fifths of the natural letters

      # Ratio of the note `semitones` (0..24) above the open string to the open string.
      #   Temperament.ratio('just', 4) # => 1.25
      # Raises InvalidInput for an unknown temperament.
      def self.ratio(name, semitones)
        table = { 'pythagorean' => PYTHAGOREAN, 'just' => JUST }[name]
        return (table[semitones % 12] * (2**semitones.div(12))).to_f if table
        return 2**(semitones / 12.0) if name == 'equal'

        raise InvalidInput.new("#{name.inspect} is not a temperament", where: { field: 'temperament' },
                                                                       remedy: "Choose one of #{NAMES.join(', ')}.")
      end

      # Cents of a ratio: 1200 * log2(ratio). Temperament.cents(1.5) # => 701.955...
      def self.cents(ratio) = 1200 * Math.log2(ratio)

      # Where a note is aimed at, in cents from equal temperament, to a tenth. pythagorean: a chain of pure fifths from A, so
      # that sharps lie high and flats low; just: pure against a drone on the tonic (a letter such as 'G' or 'Bb').
      #   Temperament.target('just', Pitch.parse('F#4'), 'D') # => -13.7
      def self.target(name, pitch, tonic)
        case name
        when 'equal' then 0.0
        when 'pythagorean' then ((fifths(pitch.name) - fifths('A')) * (cents(1.5) - 700)).round(1)
        else (cents(ratio(name, above(pitch, tonic))) - (100 * above(pitch, tonic))).round(1)
        end
      end

      # All three targets of a note: { 'equal' => 0.0, 'pythagorean' => 5.9, 'just' => -13.7 }.
      def self.targets(pitch, tonic) = NAMES.to_h { [_1, target(_1, pitch, tonic)] }.freeze

      def self.above(pitch, tonic) = (pitch.midi - Pitch.parse("#{tonic}4").midi) % 12
      def self.fifths(name) = FIFTHS.index(name[0]) + (7 * (name.count('#') - name[1..].count('b')))
      private_class_method :above, :fifths
    end
  end
end
