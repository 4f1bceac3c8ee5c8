# frozen_string_literal: true

module Fawnmoss
  module Together
    # Writes the notes of a part into the bars of its tune: notes over a bar line are tied, groups of three are those of the tune, slurs too where the part
    # has the notes for them.
    class PartWriter
      # tune: Score::Tune; notes: Part::Note list; title: of the part; like: true where it has the tune's slurs.
      def initialize(tune, notes, title:, like:)
        @tune = tune
        @notes = notes
        @title = title
        @slurs = like ? slurs : {}
      end

      # Score::Tune. Raises InvalidInput where the part has no note.
      def tune
        sheet = Writing::Sheet.of(@tune.alone)
        at = 0r
        bars = sheet.bars.map do |bar|
          from = at
          at += bar.length
          bar.copy(clef: nil, sounds: sounds(bar, from, at).freeze)
        end
        sheet.copy(bars: bars.freeze, title: @title).tune or
          raise InvalidInput.new('the part would have no note', where: { field: 'kind' }, remedy: 'Choose another kind.')
      end

      private

      def sounds(bar, from, stop)
        ratios = ratios(bar, from)
        here(from, stop).flat_map { |note| sound(note, [note.at, from].max, [note.at + note.length, stop].min, ratios) }
      end

      # Notes that sound in a stretch.
      def here(from, stop)
        first = @notes.bsearch_index { _1.at + _1.length > from } || @notes.size
        last = @notes.bsearch_index { _1.at >= stop } || @notes.size
        @notes[first...last]
      end

      # { [at, length] => ratio } of what the tune writes in groups.
      def ratios(bar, from)
        bar.sounds.each_with_object({}) do |sound, found|
          found[[from, sound.length]] = sound.ratio if sound.ratio
          from += sound.length
        end
      end

      def sound(note, from, stop, ratios)
        return rests(from, stop, ratios) unless note.pitch

        later = note.at + note.length > stop
        Notation::Events.rest(stop - from).copy(
          pitches: [note.pitch].freeze, ratio: ratios[[from, stop - from]], tied: (later ? [note.pitch] : []).freeze,
          slur_start: from == note.at && @slurs.key?([note.at, :start]), slur_stop: !later && @slurs.key?([note.at, :stop])
        )
      end

      # Rests inside groups stay as the tune has them.
      def rests(from, stop, ratios)
        cut = [from, *ratios.keys.flat_map { |at, length| [at, at + length] }.select { _1 > from && _1 < stop }, stop].uniq.sort
        cut.each_cons(2).map { |start, over| Notation::Events.rest(over - start).copy(ratio: ratios[[start, over - start]]) }
      end

      # { [where a note of the part begins, :start or :stop] => true }, of the tune's slurs.
      def slurs
        @tune.played.select(&:slur).group_by(&:slur).values.each_with_object({}) do |notes, found|
          own = under(notes.first.onset, notes.map { _1.onset + _1.duration }.max)
          found[[own.first.at, :start]] = found[[own.last.at, :stop]] = true if own.size > 1
        end
      end

      # Notes of the part that fill a stretch without a rest, or none.
      def under(from, stop)
        own = here(from, stop).select { |note| note.pitch && note.at >= from && note.at + note.length <= stop }
        own.sum(&:length) == stop - from ? own : []
      end
    end
  end
end
