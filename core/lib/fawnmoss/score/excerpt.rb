# frozen_string_literal: true

module Fawnmoss
  module Score
    # Some bars of a tune, for a page that shows only its trouble spots. Ties and slurs that lead out of them are cut.
    module Excerpt
      # numbers: printed bar numbers. Returns Tune with those bars, as they are numbered; the whole tune when none is there.
      def self.bars(tune, numbers)
        chosen = tune.bars.each_with_index.select { |bar, _| numbers.include?(bar.number) }
        return tune if chosen.empty?

        first = chosen.first.first
        runs = chosen.slice_when { |(_, a), (_, b)| b != a + 1 }.map { |run| run.map(&:first) }
        pickup = chosen.first.last.zero? ? tune.pickup : 0r
        tune.copy(key: first.key, meter: first.meter, tempo: first.tempo, bars: runs.flat_map { closed(_1) }.freeze, pickup:,
                  second: tune.second && bars(tune.second, numbers))
      end

      # A run of neighbouring bars that begins and ends in itself.
      def self.closed(bars)
        open = false
        notes = bars.flat_map(&:notes)
        ends = notes.rindex(&:slur_stop)
        fixed = notes.each_with_index.to_h do |note, index|
          stop = note.slur_stop && open
          open = false if note.slur_stop
          start = (note.slur_start if ends && ends > index) || false
          open = true if start
          [note.id, note.copy(slur_start: start, slur_stop: stop, tie: note.tie && index < notes.size - 1)]
        end
        cut = bars.map { |bar| bar.copy(notes: bar.notes.map { fixed.fetch(_1.id) }.freeze, repeat_start: false, repeat_end: false, ending: nil) }
        Hairpins.closed(cut).first
      end
      private_class_method :closed
    end
  end
end
