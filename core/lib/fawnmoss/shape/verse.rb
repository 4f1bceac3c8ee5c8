# frozen_string_literal: true

module Fawnmoss
  module Shape
    # Two verses not alike: how the second differs, and the last line broader (guide page on playing together; numbers are ours).
    # how: of Wish::VERSES; decibels: over the first verse; up: semitones; broad: how many times as long the last phrase takes, nil where the second is as the
    # first.
    Verse = Value.of(:how, :decibels, :up, :broad) do
      # solved: Solved; out: true where an octave up the hand has a note too many.
      def self.of(solved, out:)
        how = solved.wish.verse || 'softer'
        how = 'softer' if how == 'octave' && out
        new(how:, decibels: self::DECIBELS.fetch(how), up: how == 'octave' ? 12 : 0, broad: how == 'alike' ? nil : self::BROAD)
      end

      # Plain data for a player.
      def to_answer = { **to_h, words:, broad: broad&.map(&:to_f) }

      def words = self.class::SAID.fetch(how)
    end

    Verse::DECIBELS = { 'softer' => -4.0, 'octave' => 0.0, 'whisper' => -6.0, 'alike' => 0.0 }.freeze
    Verse::BROAD = 11/10r # times as long as before
    Verse::SAID = {
      'softer' => 'Second time softer, and the last line broader.',
      'octave' => 'Second time an octave higher, and the last line broader.',
      'whisper' => 'Second time with a whispering tone: the stick tilted, toward the fingerboard, hardly any weight. The last line broader.',
      'alike' => 'Second time as the first.'
    }.freeze
  end
end
