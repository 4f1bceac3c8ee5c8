# frozen_string_literal: true

module Fawnmoss
  module Chart
    # A chart's tune with its marks written into the notes: finger, string, a bow sign where a stroke begins, slurs as they
    # are bowed in this version, the engine's own dashed. What the writers put out, and what a reader gives back.
    class Marked
      # chart -> Score::Tune. strings: :all, or :needed for only those that the finger leaves open.
      def self.tune(chart, strings: :all) = new(chart, strings).tune

      def initialize(chart, strings)
        @tune = chart.tune
        @instrument = chart.request.instrument
        @needed = strings == :needed
        @places = Fingering::Candidates.new(@instrument, chart.request.positions)
        @entries = chart.by_id
        strokes = strokes(chart)
        @bows = strokes.to_h { |stroke| [stroke.first.note.id, stroke.first.direction] }
        slurred = strokes.select { _1.size > 1 }
        @starts = slurred.to_h { |stroke| [stroke.first.note.id, stroke.last.added ? :dashed : true] }
        @stops = slurred.to_h { |stroke| [stroke.last.note.last, true] }
      end

      def tune
        bars = @tune.bars.map { |bar| bar.copy(notes: bar.chords.flat_map { chord(_1) }.freeze) }
        @tune.copy(bars: bars.freeze)
      end

      private

      # Entries by stroke; the engine's own slurs are one stroke here.
      def strokes(chart)
        chart.strokes.map { |indices| indices.map { chart.entries[_1] } }.slice_when { |_, later| !later.first.added }.map(&:flatten)
      end

      # Bow signs and slurs stand on the first note of a chord, whichever of its notes is the lowest.
      def chord(notes)
        ids = notes.map(&:id)
        head = { bow: ids.filter_map { @bows[_1] }.first, slur_start: ids.filter_map { @starts[_1] }.first || false, slur_stop: ids.any? { @stops[_1] } }
        notes.each_with_index.map do |note, index|
          note.copy(**place(note), **(index.zero? ? head : { bow: nil, slur_start: false, slur_stop: false }))
        end
      end

      def place(note)
        entry = @entries[note.id] or return { finger: nil, string: nil, grace_fingers: nil }
        graces = entry.graces.map(&:finger) if entry.graces&.any?
        { finger: entry.place.finger, grace_fingers: graces, string: (@instrument.open.size - entry.place.string unless @needed && plain?(entry)) }
      end

      # In the positions of the chart no other string has the note under the same finger.
      def plain?(entry)
        @places.for(entry.note.pitch).all? { |place| place.finger != entry.place.finger || place.string == entry.place.string }
      end
    end
  end
end
