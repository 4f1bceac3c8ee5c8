# frozen_string_literal: true

module Fawnmoss
  module Score
    # A tune as written, before any mark. key: Theory::Key; meter: Theory::Meter; tempo: quarters a minute or nil;
    # pickup: quarters, 0 when none; clef: as written or nil; bars: Score::Bar; notices: sentences about what a reader
    # knowingly left out.
    Tune = Value.of(:title, :composer, :key, :meter, :tempo, :pickup, :clef, :bars, :notices) do
      def notes = bars.flat_map(&:notes)

      # The sounding notes in order (Score::Played): rests removed, tied notes joined.
      def played = Score::Playing.new(self).notes

      # The same tune moved by an interval, key and all. Raises InvalidInput when the key or a note cannot be written.
      def up(interval)
        return self if interval.steps.zero? && interval.semitones.zero?

        moved = key.up(interval) or raise InvalidInput, "#{key.name} cannot be moved there: too many sharps or flats"
        self.class.new(**to_h, key: moved, bars: bars.map { |bar| move_bar(bar, interval) })
      end

      private

      def move_bar(bar, interval)
        bar.with(notes: bar.notes.map { |note| note.rest? ? note : note.with(pitch: note.pitch.up(interval), graces: note.graces&.map { _1.up(interval) }) })
      end
    end
  end
end
