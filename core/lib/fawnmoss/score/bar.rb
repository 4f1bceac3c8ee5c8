# frozen_string_literal: true

module Fawnmoss
  module Score
    # One bar as written.
    Bar = Value.of(
      :number,       # as printed, 1.. and 0 for a pick-up
      :notes,        # Note list in order, frozen
      :key,          # Theory::Key that holds in it
      :meter,        # Theory::Meter that holds in it
      :tempo,        # quarters a minute that are asked for in it, or nil
      :clef,         # it is written in where that is not the tune's, or nil
      :repeat_start, # true at a forward repeat sign
      :repeat_end,   # true at a backward one
      :ending,       # numbers of an ending as printed, "1" or "1, 2"; else nil
      :line,         # at its end: :single, :double, :final
      :signs         # of :segno, :coda, :to_coda, :fine, :da_capo, :dal_segno
    ) do
      # Written length in quarters.
      def length = notes.sum(0r) { _1.chord ? 0r : _1.duration }

      # The notes written at one place each: a rest, a single note or a chord. Array of arrays of Note.
      def chords = notes.slice_before { !_1.chord }

      # Where the bar's first note stands (quarters from the bar line a full bar would have).
      def start = notes.first ? notes.first.at : 0r

      # Places of its felt beats from its first note on, in quarters: [[place, whether it is the first of a full bar], ...].
      def beats
        stop = start + length
        first = (start / meter.beat_length).ceil
        (first...(stop / meter.beat_length).ceil).map { |beat| [(beat * meter.beat_length) - start, beat.zero?] }
      end

      # The times through on which an ending is played; [] without one.
      def times = ending.to_s.scan(/\d+/).map(&:to_i)
    end
  end
end
