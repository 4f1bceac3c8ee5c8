# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What a card says: the chart with its engraving, and the work until the next lesson.
    module CardBody
      CAUTION = 'Stop and rest when something stings, goes numb or keeps aching; tell your teacher.'

      # chart: Models::Chart; input: Inputs::CardInput; today: Date. Returns a plain hash; nothing in it refers to rows that may change.
      def self.build(chart, input, today) = draft(chart, input, today)[:body]

      # What a card would be when issued now: { number:, left_out: titles for which the minutes do not reach, notes: from home, without an answer yet, body: }.
      def self.draft(chart, input, today)
        last = Models::Card.where(chart_id: chart.id).order(Sequel.desc(:number)).first
        left_out, body = Charts.apart(chart, today) { computed(chart, input, last, today) }
        { notes: HomeNotes.open(chart.pupil_id), number: (chart.pupil.cards_dataset.max(:number) || 0) + 1, left_out:,
          body: { pupil: chart.pupil.name, studio: Models::Studio[chart.studio_id].name, minutes_per_day: input.minutes,
                  **input.to_h.slice(:note, :bars, :bands), **body } }
      end

      # [titles for which the minutes do not reach, what is worked out of the card].
      def self.computed(chart, input, last, today)
        solved, left_out = Charts.solved(chart, today)
        plan = input.items ? nil : input.plan(solved)
        shown = ChartAnswer.shape(chart, solved, today, left_out)
        [plan&.left_out || [], body(chart, input, solved, shown, last, today).merge(items: input.items || plan.items.map(&:to_h))]
      end

      def self.body(chart, input, solved, shown, last, today)
        tune = Fawnmoss::Chart::Pencil.on(solved.shaped, chart.options.pencil)
        { caution: input.caution || caution(chart, shown, today), changes: changes(last, shown),
          play: Parts.played(chart, solved), musicxml: score(tune, solved.request.instrument, input.bars),
          chart: excerpt(shown[:chart], input.bars), **shown.slice(:version, :tempo, :hand_fingers, :strings, :contact_zone, :set_bow) }
      end

      def self.score(tune, instrument, bars)
        Fawnmoss::Notation::MusicXml.write(bars ? Fawnmoss::Score::Excerpt.bars(tune, bars) : tune, ids: true, instrument:)
      end

      # The chart's notes in some bars only; a finger that is held on beyond them is held no more.
      def self.excerpt(chart, bars)
        return chart unless bars

        kept = chart[:notes].each_with_index.select { |note, _| bars.include?(note[:bar]) }
        return chart if kept.empty?

        places = kept.each_with_index.to_h { |(_, old), now| [old, now] }
        pencil = chart[:pencil].to_a.select { bars.include?(_1[:bar]) }
        { **chart, pencil:, notes: kept.map { |note, _| { **note, hold_to: note[:hold_to] && places[note[:hold_to]] } } }
      end

      # Since the card issued last from this chart; [] for the first one.
      def self.changes(last, shown)
        return [] unless last

        words = Fawnmoss::Chart::Difference.words(last.body['chart'], JSON.parse(JSON.generate(shown[:chart])))
        words.map { |word| "Since No. #{last.number}: #{word}" }
      end

      # The caution of the first skill the pupil does not have yet, else the general one.
      def self.caution(chart, shown, today)
        subject = chart.subject(today)
        new_skills = shown[:chart][:demands].reject { subject.states.had?(_1) }
        new_skills.filter_map { subject.map[_1]&.caution }.first || CAUTION
      end
      private_class_method :computed, :body, :score, :excerpt, :changes, :caution
    end
  end
end
