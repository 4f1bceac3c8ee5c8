# frozen_string_literal: true

module Fawnmoss
  module Theory
    # A key signature. fifths: sharps (positive) or flats (negative), -7..7; mode: 'major', 'minor' or a church mode.
    Key = Value.of(:fifths, :mode) do
      # "G major", "D minor", "E dorian" -> Key. Raises InvalidInput when the name is unknown or needs over 7 signs.
      #   Key.parse('D minor').fifths # => -1
      def self.parse(text)
        tonic, mode = text.to_s.strip.match(/\A([A-Ga-g](?:#|b)?)\s+([a-z]+)\z/)&.captures
        raise InvalidInput.new("#{text.inspect} is not a key", remedy: 'Write it like G major or D minor.') unless tonic && self::MODES.key?(mode)

        of(tonic.sub(/\A./, &:upcase), mode)
      end

      # tonic 'F#', mode 'minor' -> Key; raises InvalidInput beyond seven sharps or flats.
      def self.of(tonic, mode)
        fifths = self::LINE.index(tonic[0]) - 1 + (7 * (tonic.count('#') - tonic[1..].count('b'))) - self::MODES.fetch(mode)
        raise InvalidInput, "#{tonic} #{mode} would need #{fifths.abs} signs; seven is the limit" if fifths.abs > 7

        new(fifths:, mode:)
      end

      # Accidental the signature puts on a letter: -1, 0 or 1.
      #   Key.parse('G major').alter('F') # => 1
      def alter(letter)
        place = self.class::LINE.index(letter)
        return 1 if place < fifths
        return -1 if 6 - place < -fifths

        0
      end

      # A pitch that the key has, in whatever octave.
      #   Key.parse('G major').has?(Pitch.parse('F4')) # => false
      def has?(pitch) = alter(pitch.letter) == pitch.alter

      # The pitch that stands on a step of the staff, counted from C0, without an accidental.
      #   Key.parse('G major').at(31).to_s # => "F#4"
      def at(step) = Pitch.at(step, alter(Pitch::LETTERS[step % 7]))

      def tonic
        place = fifths + 1 + self.class::MODES.fetch(mode)
        sharps = place.div(7)
        "#{self.class::LINE[place % 7]}#{sharps.negative? ? 'b' * -sharps : '#' * sharps}"
      end

      # In the octave of middle C.
      def tonic_pitch = Pitch.parse("#{tonic}4")

      def name = "#{tonic} #{mode}"

      # A minor third above the tonic: minor, and the church modes that sound like it.
      def minor? = %w[minor aeolian dorian phrygian].include?(mode)

      # The key an interval higher, or nil when it would need more than seven signs.
      #   Key.parse('G major').up(Interval.new(steps: 4, semitones: 7)).name # => "D major"
      def up(interval)
        change = (7 * interval.semitones) - (12 * interval.steps)
        (fifths + change).abs > 7 ? nil : self.class.new(fifths: fifths + change, mode:)
      end
    end

    Key::LINE = %w[F C G D A E B].freeze # the line of fifths of the natural letters
    # How many fifths a mode's signature lies below the major key on the same tonic.
    Key::MODES = { 'major' => 0, 'minor' => 3, 'ionian' => 0, 'dorian' => 2, 'phrygian' => 4, 'lydian' => -1,
                   'mixolydian' => 1, 'aeolian' => 3, 'locrian' => 5 }.freeze
  end
end
