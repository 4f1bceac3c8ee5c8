# frozen_string_literal: true

module Fawnmoss
  module Score
    # One bar as written. number: as printed, 1.. and 0 for a pick-up; notes: Score::Note in order, frozen; repeat_start,
    # repeat_end: true at repeat signs; ending: '1', '2' or nil (first and second ending); line: :single, :double, :final.
    Bar = Value.of(:number, :notes, :repeat_start, :repeat_end, :ending, :line) do
      # Written length in quarters.
      def length = notes.sum(0r) { _1.chord ? 0r : _1.duration }

      # The notes written at one place each: a rest, a single note or a chord. Array of arrays of Note.
      def chords = notes.slice_before { !_1.chord }

      # Where the bar's first note stands (quarters from the bar line a full bar would have).
      def start = notes.first ? notes.first.at : 0r
    end
  end
end
