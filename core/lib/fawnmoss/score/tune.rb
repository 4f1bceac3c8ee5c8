# frozen_string_literal: true

module Fawnmoss
  module Score
    # A tune as written, before any mark. key: Theory::Key, meter: Theory::Meter, tempo: quarters a minute or nil and clef: as written or nil, all of
    # the first bar it was read with; pickup: quarters, 0 when none; bars: Score::Bar; notices: sentences about what a reader
    # knowingly left out; second: another Tune, its title its name, to be played together with this one, or nil. It has the same bars with other
    # notes (Writing::Second), written as it sounds.
    Tune = Value.of(:title, :composer, :key, :meter, :tempo, :pickup, :clef, :bars, :notices, :second) do
      # What is worked out of a tune alone is worked out once and kept with it.
      def derive = @known = {}

      # The block's answer, from the second time on as it was the first time. name: of what is asked.
      def once(name) = @known.fetch(name) { @known[name] = yield }

      def notes = bars.flat_map(&:notes)

      # Where things are written: [[quarters from the start, the first Note written there, perhaps a rest], ...].
      def written
        once(:written) do
          at = 0r
          bars.flat_map { |bar| bar.chords.map { |chord| [at, chord.first].tap { at += chord.first.duration } } }.freeze
        end
      end

      # { note id => that of the first note of its chord }, which carries what is said.
      def leads = once(:leads) { bars.flat_map { |bar| bar.chords.flat_map { |chord| chord.map { [_1.id, chord.first.id] } } }.to_h.freeze }

      # The sounding notes in order (Score::Played): rests removed, tied notes joined.
      def played = once(:played) { Score::Playing.new(self).notes.freeze }

      # Quarters to count in before the first note: a bar, or two bars less the pick-up that ends them (guide page on practice).
      def count_in = pickup.zero? ? meter.bar_length : (2 * meter.bar_length) - pickup

      # The same tune moved by an interval, key and all; the second part goes along without the octaves, for those are the instrument's.
      # Raises InvalidInput when the key or a note cannot be written.
      def up(interval)
        return self if interval.steps.zero? && interval.semitones.zero?

        last = @known[:up] # the key it was asked for last is the key it is charted in
        return last[1] if last && last[0] == interval

        pitches = Hash.new { |known, pitch| known[pitch] = pitch.up(interval) } # each is moved once
        keys = Hash.new { |known, key| known[key] = move_key(key, interval) }
        moved = bars.map { |bar| move_bar(bar, interval, pitches, keys) }.freeze
        copy(key: keys[key], bars: moved, second: second&.up(interval.within_octave)).tap { @known[:up] = [interval, _1].freeze }
      end

      # The melody without its second part.
      def alone = second ? copy(second: nil) : self

      # How much quicker than the first bar one is to go; 1 where nothing is said.
      def pace(bar) = tempo && bar.tempo ? Rational(bar.tempo, tempo) : 1r

      # Bars from which another key or meter is printed, the first bar not among them.
      def key_changes = bars.each_cons(2).reject { |before, bar| before.key == bar.key }.map(&:last)
      def meter_changes = bars.each_cons(2).reject { |before, bar| bar.meter.printed_like?(before.meter) }.map(&:last)
      def tempo_changes = bars.each_cons(2).reject { |before, bar| before.tempo == bar.tempo }.map(&:last)

      private

      def move_key(key, interval)
        key.up(interval) or raise InvalidInput, "#{key.name} cannot be moved there: too many sharps or flats"
      end

      def move_bar(bar, interval, pitches, keys)
        notes = bar.notes.map { |note| move_chords(note.rest? ? note : move(note, pitches), interval) }
        bar.copy(key: keys[bar.key], notes: notes.freeze)
      end

      def move(note, pitches) = note.copy(pitch: pitches[note.pitch], graces: note.graces&.map { pitches[_1] })

      def move_chords(note, interval)
        return note unless note.directions.any? { _1.kind == :chord }

        note.copy(directions: note.directions.map { move_chord(_1, interval) }.freeze)
      end

      def move_chord(direction, interval)
        symbol = Theory::ChordSymbol.parse(direction.text) if direction.kind == :chord
        symbol ? direction.copy(text: symbol.up(interval).to_s) : direction
      end
    end

    Tune::TEMPI = 20..300 # quarters a minute that a tune may ask for
  end
end
