# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What a take told. chart: Chart::Chart; asked: Asked; tuning: cents it is tuned off what was asked; octave: semitones by which all sounded off
    # the page, 0, -12 or 12; tempo: OwnTempo; notes: NoteHeard list; stops, repeated, added: plain lists (Judging); places: Written::Place list; drills: as of
    # Catalogue.
    Heard = Value.of(:chart, :asked, :tuning, :octave, :tempo, :notes, :stops, :repeated, :added, :places, :drills) do
      # No stop, nothing wrong, left out, put in or played again, and the whole tune.
      def clean?
        whole? && [stops, repeated, added].all?(&:empty?) && notes.none? { _1.wrong? || _1.missing? }
      end

      # From the first place to the last in the order of playing; a repeat may be left out, the one that ends it too.
      def whole? = notes.first.place.zero? && places[notes.last.place].entries == places.last.entries

      # Open strings that are off: [{ string:, cents: }, ...].
      def strings
        open = notes.select { _1.judged? && _1.entry.place.open? && !_1.wrong? }.group_by { _1.entry.place.string }
        off = open.transform_values { |list| Middle.of(list.map(&:cents)) }.select { |_, cents| cents.abs >= self.class::TUNED }
        off.sort.map { |string, cents| { string: chart.request.instrument.string_names[string], cents: cents.round(1) } }
      end

      # Heard fingers by string and placement, the furthest off first: [{ string:, finger:, placement:, notes:, cents: }, ...].
      def fingers
        stopped = notes.select { _1.judged? && !_1.entry.place.open? && !_1.wrong? }
        kinds = stopped.group_by { |note| note.entry.place.then { [_1.string, _1.finger, _1.placement] } }.select { |_, list| list.size > 1 }
        kinds.map { |kind, list| finger(*kind, list.map(&:cents)) }.sort_by { [-_1[:cents].abs, _1[:string], _1[:finger]] }
      end

      def spots = HeardSpots.of(self)
      def shape = Shape.of(self)
      def sentences = Sentences.of(self)
      def advice = Advice.new(self)

      # The contract of docs/formats.md, as plain hashes, lists, texts and numbers.
      def to_h
        { tuning: { a4: (asked.a4 * (2**(tuning / 1200))).round(1), cents: tuning.round(1), strings:, octave: octave / 12 },
          tempo: { asked: chart.tempo, **tempo.to_h }, clean: clean?, stops:, repeated:, added:, notes: notes.map { note(_1) }, fingers:, spots:, sentences:,
          uneven: tempo.uneven, shape:, **told }
      end

      private

      def told = advice.then { { well: _1.well, next: _1.next_thing, tempo_step: _1.tempo } }

      def finger(string, finger, placement, cents)
        { string: chart.request.instrument.string_names[string], finger:, placement: placement.to_s, notes: cents.size, cents: Middle.of(cents).round(1) + 0.0 }
      end

      def note(heard)
        { **written(heard), **sounded(heard), **heard.to_h.slice(:verdict, :start, :rings, :sure) }
      end

      def written(heard)
        played = heard.entry.note
        { index: heard.index, pass: heard.pass, bar: played.bar, beat: Score::Fraction.text(heard.entry.count), written: played.pitch.to_s }
      end

      def sounded(heard)
        name = heard.midi && Names.of(heard.midi, heard.entry.note.key, chart.request.instrument)
        rounded = self.class::ROUNDED.to_h { |field, digits| [field, heard[field] && (heard[field].round(digits) + 0.0)] } # no -0.0
        { heard: name, **rounded }
      end
    end

    Heard::TUNED = 8 # cents off that are worth tuning
    Heard::ROUNDED = { onset: 3, late: 2, cents: 1, spread: 1, loudness: 1, clarity: 2 }.freeze # digits behind the point
  end
end
