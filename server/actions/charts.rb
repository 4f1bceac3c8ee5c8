# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Opening, showing and changing a chart.
    module Charts
      # The chart of a tune, or of a part that goes with it, for a pupil or an instrument in a version; made when it is not there yet. Raises Refused with
      # offers when the tune cannot be played there at all and no transposition was chosen.
      def self.open(studio, fields, today) = answer(found(studio, fields, today), today)

      # The row alone: Models::Chart.
      def self.found(studio, fields, today)
        tune = studio.tune(fields.integer('tune_id', 1..(10**18)))
        subject = Subjects.read(studio, fields, today)
        about = { tune_id: tune.id, subject: subject.key, **kind(fields) }
        Learning.wake(studio.id)
        studio.charts_dataset.first(about) || create(studio, tune, subject, about, Inputs::ChartInput.transpose(fields), Inputs::PartInput.way(fields))
      end

      # Which chart of a tune it is, { version:, part: }: of the tune itself, or of a part that is worked out. fields: version, part.
      def self.kind(fields)
        %w[version part].to_h { |name| Fawnmoss::Chart::Checked::CHOICES[name].then { [name.to_sym, fields.choice(name, _1, default: _1.first)] } }
      end

      # Its Choices at the beginning. asked: { side:, pace: } of a part.
      def self.options(tune, subject, chosen, about, asked)
        made = !Fawnmoss::Chart::Scored::PLAIN.include?(about[:part])
        transpose = made ? chosen : fitting(tune, subject, chosen, **about)
        wish = Parts.wish(tune.score, subject, about, chosen, tune.chords_set, asked) if made
        Fawnmoss::Chart::Choices.new(transpose:, wish:)
      end

      def self.create(studio, tune, subject, about, chosen, asked)
        subject.ready
        tune.charted.chords_set
        options = Apart.run(:charts, studio.id, heavy: tune.heavy?) { options(tune, subject, chosen, about.slice(:version, :part), asked) }
        Models::Chart.create(studio_id: studio.id, pupil_id: subject.pupil&.id, instrument: subject.instrument_id, **about, options:)
      rescue Sequel::UniqueConstraintViolation # two windows opened it at once: both get the one that was made
        studio.charts_dataset.first(about)
      end

      # The Interval chosen, or to the nearest octave that fits, nil for none. Raises Refused.
      def self.fitting(tune, subject, chosen, version:, part:)
        solved, transpose = if chosen then [subject.solve(tune.score, subject.request(version, Fawnmoss::Chart::Choices.new(transpose: chosen), part:)), chosen]
                            else subject.solve_nearest(tune.score, version, part:)
                            end
        raise Refused, solved if solved.is_a?(Fawnmoss::Chart::Impossible)

        transpose
      end

      # Replaces choices and pins, if they can be played and nobody saved in between.
      def self.save(studio, id, fields, today)
        chart = studio.chart(id)
        input = Inputs::ChartInput.read(fields)
        input.options = input.options.copy(wish: chart.options.wish) # which is changed by itself (Parts)
        return stands(chart, input, today) unless chart.lock_version == input.lock_version # before it is solved for nothing

        drawn = changed(chart, chart.request(today, input.options, input.pins), input.options.pencil, today)
        saved = FawnmossServer.db.transaction do
          chart.save_if(input.lock_version, options: input.options, **marked(chart, input, today))
               .tap { |done| chart.replace_pins(input.pins) if done }
        end
        saved or raise Stale, answer(chart, today)
        ChartAnswer.row(chart).merge(drawn)
      end

      # What comes of a change, which the next one will follow. Raises Refused, TooLong.
      def self.changed(chart, request, pencil, today)
        tune = readied(chart, today)
        drawn = Apart.again(:charts, chart.studio_id, tune.key, { request:, pencil:, heard: chart.heard_bars }, heavy: tune.heavy?) do |given|
          solved = ranked(Fawnmoss::Chart::Solve.call(tune.score, given[:request], FawnmossServer.catalogue), given[:heard])
          raise Refused, solved if solved.is_a?(Fawnmoss::Chart::Impossible)

          ChartAnswer.written(ChartAnswer.worked_out(solved, given[:pencil]))
        end
        ChartAnswer.asked(chart, drawn, today)
      end

      # Somebody saved since. When it was this very change, whose answer was lost on the way, nothing is the matter.
      def self.stands(chart, input, today)
        answer(chart, today).tap { |now| raise Stale, now unless chart.stands?(options: input.options) && pinned?(chart, input) }
      end

      # True when the chart has the pins that are asked for.
      def self.pinned?(chart, input) = chart.marks.sort_by(&:note) == input.pins.sort_by(&:note)

      # When the marks were changed last, and the hand that was then in force.
      def self.marked(chart, input, today)
        return {} if pinned?(chart, input)
        return { marked_at: nil, hand: nil } if input.pins.empty?

        hand = chart.subject(today).hand unless input.options.hand == false
        { marked_at: Time.now.utc, hand: }
      end

      def self.answer(chart, today)
        drawn = apart(chart, today) do
          found, left_out = solved(chart, today)
          ChartAnswer.written(ChartAnswer.drawing(chart, found, today, left_out))
        end
        ChartAnswer.row(chart).merge(drawn)
      end

      # Runs the block apart when the tune is long. Raises TooLong.
      def self.apart(chart, today, &) = Apart.run(:charts, chart.studio_id, heavy: readied(chart, today).heavy?, &)

      # The chart's tune; all is read then that work apart may look at. Raises TooLong.
      def self.readied(chart, today)
        tune = chart.tune.charted
        chart.subject(today).ready
        chart.pins
        chart.pupil
        chart.heard_bars
        tune.score if tune.soon_read? # kept here; a process apart would read it anew for every change
        tune
      end

      # [solved chart, sentences about marks left out]. A stored mark that the pupil's hand no longer allows (another bass
      # hand, say) is left out with a word, not a reason to close the chart; nothing is deleted. Raises Refused when the
      # notes themselves are out of reach.
      def self.solved(chart, today)
        pins = chart.marks
        left_out = []
        loop do
          found = solve(chart, today, chart.options, pins)
          return [found, left_out] unless found.is_a?(Fawnmoss::Chart::Impossible)
          raise Refused, found unless found.code == :pin

          pins = without(pins, found.note)
          left_out << "Your mark in bar #{found.bar}, beat #{found.beat} cannot be played now and is left out: #{found.reason}."
        end
      end

      # The pins without those of a note; without any bow mark when the trouble shows on a note that has none.
      def self.without(pins, note)
        left = pins.reject { _1.note == note }
        left.size < pins.size ? left : pins.map { |pin| pin.copy(direction: nil, join: nil) }.select(&:place?)
      end

      def self.solve(chart, today, options, pins)
        ranked(chart.subject(today).solve(chart.tune.score, chart.request(today, options, pins)), chart.heard_bars)
      end

      # With its spots in the order of what really went wrong when it was played. heard: as of Chart#heard_bars.
      def self.ranked(solved, heard)
        return solved if heard.empty? || solved.is_a?(Fawnmoss::Chart::Impossible)

        known = solved.entries.map { _1.note.bar }.uniq
        solved.copy(spots: Fawnmoss::Listening::RankedSpots.of(solved.spots, heard, drills: FawnmossServer.catalogue.drills, known:))
      end

      # MusicXML for the engraver: note ids and no marks, so nothing needs to be solved for it.
      def self.score(chart, today)
        request = chart.request(today)
        apart(chart, today) do
          tune = Fawnmoss::Chart::Problem.new(chart.tune.score, request, FawnmossServer.catalogue, offers: false).engraved(chart.options.pencil)
          Fawnmoss::Notation::MusicXml.write(tune, ids: true, instrument: request.instrument)
        end
      end

      # What to play along with, as Fawnmoss::Practice::PlayAlong::Schedule#to_answer.
      def self.play(chart, today) = apart(chart, today) { Parts.played(chart, solved(chart, today).first) }

      # The chart with all marks for other programs. format: of Fawnmoss::Chart::Export::FORMATS.
      def self.export(chart, today, format)
        apart(chart, today) { Fawnmoss::Chart::Export.write(solved(chart, today).first, format, pencil: chart.options.pencil) }
      end

      private_class_method :create, :options, :fitting, :changed, :without, :ranked, :solve, :marked, :stands, :pinned?
    end
  end
end
