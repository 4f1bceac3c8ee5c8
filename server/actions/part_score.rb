# frozen_string_literal: true

module FawnmossServer
  module Actions
    # A tune and its parts as one file: every chart that is asked for is a part of the score.
    class PartScore
      MOST = 8 # charts

      attr_reader :tune

      # params: id of the tune, charts (ids, comma separated), as in the address. Raises Missing, InvalidInput.
      def initialize(studio, params, today)
        @tune = studio.tune(params['id'])
        @today = today
        asked = Inputs::Fields.new('charts' => params['charts'].to_s.split(','))
        ids = asked.words('charts', /\A\d{1,18}\z/, max: MOST).uniq
        asked.refuse('charts', 'No part is chosen.', 'Choose one or more.') if ids.empty?
        @charts = ids.map { studio.chart(_1) }
        asked.refuse('charts', 'They are not all of this tune.', 'Open the tune’s own parts.') unless @charts.all? { _1.tune_id == @tune.id }
      end

      def ids = @charts.map(&:id)
      def file_name = FileNames.of(@tune.title, 'together', @today.iso8601)

      # ending: 'musicxml' or 'mid'.
      def write(ending)
        charts = solve
        parts = @charts.zip(charts).map { |chart, solved| part(chart, solved) }
        return Fawnmoss::Notation::MusicXml.score(parts, title: @tune.title) if ending == 'musicxml'

        Fawnmoss::Notation::Midi.score(parts.map { [_1.tune.alone, _1.instrument] }, tempo: charts.first.tempo)
      end

      # What the page needs of it: engraver's text, where every note stands (quarters from the start), the chords, what each part is.
      def view
        solved = solve
        parts = @charts.zip(solved).map { |chart, one| part(chart, one) }
        first = solved.first
        { title: @tune.title, key: first.tune.key.name, tempo: first.tempo, musicxml: Fawnmoss::Notation::MusicXml.score(parts, title: @tune.title, ids: true),
          bars: bars(first.tune), parts: @charts.zip(solved, parts).map { |chart, one, own| shown(chart, one, own) } }
      end

      private

      def solve = @charts.map { |chart| Charts.apart(chart, @today) { Charts.solved(chart, @today).first } }

      # [[number, quarters from the start, length], ...].
      def bars(tune)
        at = 0r
        tune.bars.map { |bar| [bar.number, at.to_f, bar.length.to_f].tap { at += bar.length } }
      end

      def shown(chart, solved, own)
        { **chart.values.slice(:id, :part, :version, :pupil_id, :lock_version), name: own.name, instrument: solved.request.instrument.id,
          key: solved.tune.key.name, moved: chart.moved.to_plain, notes: notes(solved.tune) }
      end

      # What may be taken in hand, in order: what sounds, and rests.
      def notes(tune)
        sounding = tune.played.map { |note| { id: note.id, at: note.onset.to_f, written: note.pitch.to_s } }
        rests = tune.written.select { |_, note| note.rest? }.map { |at, note| { id: note.id, at: at.to_f, written: nil } }
        (sounding + rests).sort_by.with_index { |note, order| [note[:at], order] }
      end

      def part(chart, solved)
        instrument = solved.request.instrument
        name = [chart.pupil&.name || instrument.name, Fawnmoss::Together::Part::NAMES[chart.part]].compact.join(', ')
        Fawnmoss::Notation::MusicXml::Part.new(tune: Fawnmoss::Chart::Pencil.on(solved.marked, chart.options.pencil), instrument:, name:)
      end
    end
  end
end
