# frozen_string_literal: true

module Fawnmoss
  module Theory
    # Distance between two pitches. steps: staff steps, 0 is a unison; semitones: sounding size. Both may be negative.
    Interval = Value.of(:steps, :semitones) do
      #   Interval.between(Pitch.parse('D4'), Pitch.parse('A4')) # => steps 4, semitones 7
      def self.between(low, high) = new(steps: high.step - low.step, semitones: high.midi - low.midi)

      # Whole octaves, up for positive counts.
      def self.octaves(count) = new(steps: 7 * count, semitones: 12 * count)

      # From plain data, as it is stored and sent: { 'steps' => 4, 'semitones' => 7 }.
      def self.from_plain(data) = new(steps: data.fetch('steps'), semitones: data.fetch('semitones'))
      def to_plain = { 'steps' => steps, 'semitones' => semitones }

      # The same way back.
      def back = self.class.new(steps: -steps, semitones: -semitones)

      def whole_octaves? = (semitones % 12).zero? && (steps % 7).zero?

      # The same way without its whole octaves.
      #   Interval.new(steps: -11, semitones: -19).within_octave # => steps -4, semitones -7
      def within_octave
        octaves = semitones.abs / 12 * (semitones <=> 0)
        self.class.new(steps: steps - (7 * octaves), semitones: semitones - (12 * octaves))
      end

      # How far and which way: "a fifth lower", "two octaves higher"; nil where nothing moves.
      #   Interval.new(steps: -11, semitones: -19).words # => "a fifth and an octave lower"
      def words
        return if semitones.zero? && steps.zero?

        way = [steps, semitones].find(&:nonzero?).negative? ? 'lower' : 'higher'
        octaves, rest = steps.abs.divmod(7)
        return "#{size_in_semitones} #{way}" if rest.zero? && !whole_octaves?

        "#{[self.class::NAMES[rest], self.class::OCTAVES.fetch(octaves)].compact.join(' and ')} #{way}"
      end

      private

      def size_in_semitones = semitones.abs == 1 ? 'a semitone' : "#{semitones.abs} semitones"
    end

    # By staff steps; the octaves that are more.
    Interval::NAMES = [nil, 'a second', 'a third', 'a fourth', 'a fifth', 'a sixth', 'a seventh'].freeze
    Interval::OCTAVES = [nil, 'an octave', 'two octaves', 'three octaves', 'four octaves'].freeze
  end
end
