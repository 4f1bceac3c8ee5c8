# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Lessons as they are held: begun with the plan as it stands, timed, changed and added to; their end is LessonEnd's.
    module Lessons
      KEPT = 200 # item ids

      # Begins the pupil's lesson of a day, or goes on with it. One that is begun before its day is today's, with what was wished for it.
      def self.begin(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        date = Inputs::PlanInput.date(fields, today) || today
        lesson = date > today ? early(pupil, date, today) : nil
        lesson ||= Planning.kept(pupil, [date, today].min, Inputs::PlanInput.minutes(fields) || Planning.minutes(pupil, [date, today].min))
        FawnmossServer.db.transaction do
          lesson.lock! # two windows that begin it at once get the same lesson
          start(pupil, lesson) if lesson.status == 'planned'
        end
        lesson
      end

      # The lesson planned for a day to come, moved to today; nil when there is none, or today has one of its own that was begun.
      def self.early(pupil, date, today)
        FawnmossServer.db.transaction do
          pupil.lock!
          planned = pupil.lessons_dataset.first(held_on: date, status: 'planned')
          own = pupil.lessons_dataset.first(held_on: today)
          next unless planned && (own.nil? || own.status == 'planned')

          own&.delete
          planned.update(held_on: today)
        end
      end

      def self.start(pupil, lesson)
        date = lesson.held_on
        plan = Planning.plan(Planning.situation(pupil, date, lesson.minutes, lesson.wishes))
        lesson.update(status: 'running', items: plan.items.map { whole(pupil, date, _1) }, clock: { 'seconds' => {}, 'at' => 0 })
        lesson.refresh # as it is read from now on
      end

      # Where the lesson's page stands: its clock and note. The page is the only one who counts, so the latest stands.
      def self.keep(studio, id, fields)
        lesson = studio.lesson(id)
        changes = {}
        changes[:note] = fields.text('note', max: 2000) if fields.given?('note')
        changes[:clock] = clock(fields.object('clock')) if fields.object('clock')
        order = fields.words('order', Inputs::PlanInput::ID, max: KEPT)
        changes[:items] = ordered(lesson.items || [], order) if order.any?
        lesson.update(changes) if changes.any?
        lesson
      end

      # Fits what is still to come, from the item at a place on, into the minutes left; what has no time stays in the list with 0.
      def self.refit(studio, id, fields)
        lesson = studio.lesson(id)
        items = lesson.items || []
        from = fields.integer('from', 0..KEPT)
        rest = items.drop(from)
        fitted, = Fawnmoss::Path::Plan::Refit.call(rest.map { value(_1) }, fields.integer('minutes', 0..180))
        minutes = fitted.to_h { [_1.id, _1.minutes] }
        lesson.update(items: items.first(from) + rest.map { _1.merge('minutes' => minutes.fetch(_1['id'], 0)) })
        lesson
      end

      # The core's Item of a frozen one.
      def self.value(item)
        known = Fawnmoss::Path::Plan::Item.members.to_h { [_1, item[_1.to_s]] }
        Fawnmoss::Path::Plan::Item.new(**known, also: item['also'].map { _1.transform_keys(&:to_sym) })
      end

      def self.answer(lesson)
        pupil = lesson.pupil
        { id: lesson.id, held_on: lesson.held_on.iso8601,
          minutes: lesson.minutes, status: lesson.status, items: lesson.items || [], note: lesson.note,
          clock: { 'seconds' => {}, 'at' => 0, 'reached' => [] }.merge(lesson.clock || {}),
          pupil: { **pupil.values.slice(:id, :name, :instrument, :size, :minutes_per_day, :days_per_week), child: pupil.child?(lesson.held_on) },
          marks: lesson.standing.map { PupilAnswer.mark(_1) }, holds: pupil.holds.map(&:to_answer),
          last_note: Diary.last_note(pupil, lesson.held_on), notes: HomeNotes.open(pupil.id),
          recordings: Roll.new(pupil.studio, [pupil]).recordings(pupil) }
      end

      # The item as it is frozen, with all that the lesson's page shows at hand.
      def self.whole(pupil, date, item)
        map = pupil.studio.map(pupil.instrument, pupil.schools)
        skill = item.skill && map[item.skill]
        { **Planning.plain(item), faults: skill ? skill.faults : [], tempo: skill&.tempo,
          steps: item.kind == 'warm-up' ? routine(pupil, date, item.minutes) : [],
          chart_id: item.tune && pupil.charts_dataset.where(tune_id: item.tune, instrument: pupil.instrument).reverse(:part, :id).get(:id) }
      end

      def self.routine(pupil, date, minutes)
        WarmUps.routine(pupil, date).steps(minutes: minutes.clamp(1, 20), day: date.yday).map(&:to_h)
      end

      def self.clock(fields)
        seconds = fields.list('seconds', max: KEPT).to_h { [_1.text('id', min: 1, max: 70), _1.integer('seconds', 0..20_000)] }
        { 'seconds' => seconds, 'at' => fields.integer('at', 0..KEPT, default: 0) }
      end

      # Those of an order first, in it; then the rest as they stand.
      def self.ordered(items, order) = items.sort_by.with_index { |item, at| [order.index(item['id']) || order.size, at] }

      private_class_method :early, :start, :routine, :clock, :ordered
    end
  end
end
