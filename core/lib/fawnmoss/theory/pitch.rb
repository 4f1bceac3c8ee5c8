# frozen_string_literal: true

module Fawnmoss
  module Theory
    # A pitch with its spelling. letter: 'A'..'G'; alter: semitones of the accidental, -2..2; octave: scientific,
    # C4 is middle C (ISO 16 puts A4 at 440 Hz).
    Pitch = Value.of(:letter, :alter, :octave) do
      # "F#4", "Bb3", "C4" -> Pitch. Raises InvalidInput for anything else.
      #   Pitch.parse('F#4').midi # => 66
      def self.parse(text)
        match = /\A([A-G])(##|#|bb|b)?(-?\d)\z/.match(text.to_s) or
          raise InvalidInput.new("#{text.inspect} is not a pitch", remedy: 'Write it like F#4 or Bb3.')
        new(letter: match[1], alter: self::SIGNS.index(match[2].to_s) - 2, octave: match[3].to_i)
      end

      # At a step of the staff, counted from C0.
      #   Pitch.at(31, 1).to_s # => "F#4"
      def self.at(step, alter = 0) = new(letter: self::LETTERS[step % 7], alter:, octave: step.div(7))

      # midi: MIDI note number, 60 is middle C; step: steps of the staff counted from C0: C4 is 28, D4 is 29, whatever the
      # accidental; name: letter and sign, "F#"; hash: the solver and the analysis look pitches up all the time.
      attr_reader :midi, :step, :name, :hash

      def eql?(other) = other.is_a?(self.class) && step == other.step && alter == other.alter
      def ==(other) = eql?(other)

      def derive
        @midi = (12 * (octave + 1)) + self.class::SEMITONES.fetch(letter) + alter
        @step = (octave * 7) + self.class::LETTERS.index(letter)
        @hash = (@step * 8) + alter
        @name = "#{letter}#{self.class::SIGNS[alter + 2]}".freeze
      end

      def to_s = "#{name}#{octave}"

      # In words, for screens and screen readers: "F sharp", "B flat", "C".
      def spoken = [letter, self.class::SPOKEN[alter + 2]].compact.join(' ')

      # The pitch `interval` higher, spelled by the interval's steps (lower for negative intervals).
      #   Pitch.parse('D4').up(Interval.new(steps: 4, semitones: 7)).to_s # => "A4"
      # Raises InvalidInput when the spelling would need more than a double accidental.
      def up(interval)
        target = step + interval.steps
        change = midi + interval.semitones - self.class.at(target).midi
        raise InvalidInput, "#{self} cannot be written #{interval.semitones} semitones away" if change.abs > 2

        self.class.at(target, change)
      end
    end

    Pitch::LETTERS = %w[C D E F G A B].freeze
    Pitch::SEMITONES = { 'C' => 0, 'D' => 2, 'E' => 4, 'F' => 5, 'G' => 7, 'A' => 9, 'B' => 11 }.freeze
    Pitch::SIGNS = ['bb', 'b', '', '#', '##'].freeze
    Pitch::SPOKEN = ['double flat', 'flat', nil, 'sharp', 'double sharp'].freeze
  end
end
