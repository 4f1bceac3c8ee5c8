# frozen_string_literal: true

module Fawnmoss
  module Shape
    # A phrase as it is sung: unlike those for practice it does not begin with the last note of the one before.
    # first, last: numbers of its sounds, both included; top: MIDI number of its highest note; middle: that lies in the middle of its notes; same: it has the
    # notes of the phrase before.
    Line = Value.of(:first, :last, :top, :middle, :same) do
      # heads: Score::Played list; phrases: Analysis::Phrases::Phrase list. Returns Line list.
      def self.list(heads, phrases)
        lines = phrases.each_with_index.map { |phrase, number| [number.zero? ? phrase.from : phrase.from + 1, phrase.to] }
        notes = lines.map { |first, last| heads[first..last].map { [_1.pitch, _1.duration] } }
        lines.each_with_index.map do |(first, last), number|
          low, top = heads[first..last].map { _1.pitch.midi }.minmax
          new(first:, last:, top:, middle: (low + top) / 2.0, same: number.positive? && notes[number] == notes[number - 1])
        end.freeze
      end

      def size = last - first + 1
      def sounds = (first..last)
    end
  end
end
