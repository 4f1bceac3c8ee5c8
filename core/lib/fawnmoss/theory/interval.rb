# frozen_string_literal: true

module Fawnmoss
  module Theory
    # Distance between two pitches. steps: staff steps, 0 is a unison; semitones: sounding size. Both may be negative.
    Interval = Value.of(:steps, :semitones) do
      #   Interval.between(Pitch.parse('D4'), Pitch.parse('A4')) # => steps 4, semitones 7
      def self.between(low, high) = new(steps: high.step - low.step, semitones: high.midi - low.midi)

      # Whole octaves, up for positive counts.
      def self.octaves(count) = new(steps: 7 * count, semitones: 12 * count)
    end
  end
end
