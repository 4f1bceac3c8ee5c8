# frozen_string_literal: true

module FawnmossServer
  module Actions
    # The home card drafted from a lesson, and issued, with a tune's chart or without one.
    module HomeCard
      WARM_UP = 2 # minutes

      # { items:, left_out:, minutes_per_day:, days:, until:, charts: [{ id, title }] the card may show, notes: from home, without an answer yet }.
      def self.draft(studio, id, today)
        lesson = studio.lesson(id)
        pupil = lesson.pupil
        plan = plan(lesson, pupil)
        { items: plan.items.map(&:to_h), left_out: plan.left_out, minutes_per_day: pupil.minutes_per_day, days_per_week: pupil.days_per_week,
          until: Planning.next_lesson(pupil, today + 1).iso8601, charts: charts(lesson), notes: HomeNotes.open(pupil.id) }
      end

      # Freezes the work, as drafted or as the teacher wrote it, into the pupil's next card. Returns Models::Card.
      def self.issue(studio, id, fields, today)
        lesson = studio.lesson(id)
        pupil = lesson.pupil
        input = Inputs::CardInput.read(fields, pupil.minutes_per_day)
        chart_id = fields.integer('chart_id', 1..(10**18), optional: true)
        input.items ||= plan(lesson, pupil, input.minutes).items.map(&:to_h)
        chart = chart_id && studio.chart(chart_id)
        fields.refuse('chart_id', 'This chart belongs to somebody else.', 'Choose one of this pupil’s.') if chart && chart.pupil_id != pupil.id
        body = chart ? CardBody.build(chart, input, today) : bare(studio, pupil, input)
        body[:pictures] = Cards.pictures(body[:items], pupil.instrument)
        title = chart ? chart.title : "Practice after #{today.strftime('%-d %B')}"
        Cards.write(pupil, body, chart_id: chart&.id, lesson_id: lesson.id, title:, **input.to_h.slice(:answers, :key), today:)
      end

      def self.plan(lesson, pupil, minutes = pupil.minutes_per_day)
        map = pupil.studio.map(pupil.instrument, pupil.schools)
        given = lesson.standing
        outcomes = lesson.parts(given).map { |item, mark, reached| Fawnmoss::Path::HomeDraft::Outcome.new(item:, value: mark&.value, reached:) }
        Fawnmoss::Path::HomeDraft.plan(outcomes, map:, minutes:, warm_up: routine(pupil, lesson), tempo: tempi(given),
                                                      fingers: fingers(lesson, pupil, map), child: pupil.child?(lesson.held_on))
      end

      # The scales of the lesson in strings and fingers, where the pupil's hand is now.
      def self.fingers(lesson, pupil, map)
        subject = Subject.pupil(pupil, lesson.held_on)
        skills = (lesson.items || []).filter_map { _1['skill'] && map[_1['skill']] }.select(&:line)
        positions = subject.request('simple').positions if skills.any?
        skills.to_h { [_1.id, _1.line.in_fingers(FawnmossServer.catalogue, instrument: subject.instrument, positions:)] }
      end

      # Two exercises that need nobody to look on.
      def self.routine(pupil, lesson)
        WarmUps.routine(pupil, lesson.held_on).steps(minutes: WARM_UP, day: lesson.held_on.yday, parts: %w[body hold fingers])
      end

      def self.tempi(given) = given.select { _1.skill && _1.tempo }.to_h { [_1.skill, _1.tempo] }

      def self.charts(lesson)
        (lesson.items || []).filter_map { _1['chart_id'] && { id: _1['chart_id'], title: _1['tune_title'] } }.uniq { _1[:id] }
      end

      # A card without a tune.
      def self.bare(studio, pupil, input)
        { pupil: pupil.name, instrument: pupil.instrument, studio: studio.name, minutes_per_day: input.minutes, note: input.note, items: input.items,
          caution: input.caution || CardBody::CAUTION, changes: [], chart: nil }
      end
      private_class_method :plan, :fingers, :routine, :tempi, :charts, :bare
    end
  end
end
