# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Lessons as they are held: begun with the plan as it stands, marked item by item, ended with what was not reached carried over.
    module Lessons
      KEPT = 200 # item ids

      # Begins the pupil's lesson of a day, or goes on with it.
      def self.begin(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        date = Inputs::PlanInput.date(fields, today) || today
        lesson = Planning.kept(pupil, date, Inputs::PlanInput.minutes(fields) || pupil.lesson_minutes)
        FawnmossServer.db.transaction do
          lesson.lock! # two windows that begin it at once get the same lesson
          start(pupil, lesson) if lesson.status == 'planned'
        end
        lesson
      end

      def self.start(pupil, lesson)
        date = lesson.held_on
        plan = Planning.plan(Planning.situation(pupil, date, lesson.minutes, lesson.wishes))
        lesson.update(status: 'running', items: plan.items.map { whole(pupil, date, _1) }, clock: { 'seconds' => {}, 'at' => 0 })
        lesson.refresh # as it is read from now on
      end

      # Back to a plan, for a lesson that was begun by mistake. Raises InvalidInput once it has marks.
      def self.unbegin(studio, id)
        lesson = studio.lesson(id)
        begun = lesson.marks.any? || lesson.status == 'done'
        raise Fawnmoss::InvalidInput.new('This lesson has marks.', where: { field: 'lesson' }, remedy: 'End it instead.') if begun

        lesson.update(status: 'planned', items: nil, clock: nil)
        lesson
      end

      # Where the lesson's page stands: its clock and note. The page is the only one who counts, so the latest stands.
      def self.keep(studio, id, fields)
        lesson = studio.lesson(id)
        changes = {}
        changes[:note] = fields.text('note', max: 2000) if fields.given?('note')
        changes[:clock] = clock(fields.object('clock')) if fields.object('clock')
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

      # Ends it: promises that were reached are kept, what is carried over is promised anew. A second time changes nothing.
      def self.finish(studio, id, fields, today)
        lesson = studio.lesson(id)
        reached, carried = %w[reached carried].map { fields.words(_1, Inputs::PlanInput::ID, max: KEPT) }
        FawnmossServer.db.transaction do
          lesson.lock!
          next if lesson.status == 'done'

          keep(studio, id, fields)
          settle(lesson, reached, today)
          (lesson.items || []).select { carried.include?(_1['id']) }.each { carry(lesson, _1) }
          lesson.refresh.update(status: 'done', clock: (lesson.clock || {}).merge('reached' => reached))
        end
        lesson
      end

      def self.answer(lesson)
        pupil = lesson.pupil
        { id: lesson.id, pupil: pupil.values.slice(:id, :name, :instrument, :size, :minutes_per_day, :days_per_week), held_on: lesson.held_on.iso8601,
          minutes: lesson.minutes, status: lesson.status, items: lesson.items || [], note: lesson.note,
          clock: { 'seconds' => {}, 'at' => 0, 'reached' => [] }.merge(lesson.clock || {}),
          marks: lesson.standing.map { PupilAnswer.mark(_1) }, holds: pupil.holds.map(&:to_answer) }
      end

      # The item as it is frozen, with all that the lesson's page shows at hand.
      def self.whole(pupil, date, item)
        map = pupil.studio.map(pupil.instrument, pupil.schools)
        skill = item.skill && map[item.skill]
        { **Planning.plain(item), faults: skill ? skill.faults : [], tempo: skill&.tempo,
          steps: item.kind == 'warm-up' ? routine(pupil, date, item.minutes) : [],
          chart_id: item.tune && pupil.charts_dataset.where(tune_id: item.tune, instrument: pupil.instrument).order(Sequel.desc(:id)).get(:id) }
      end

      def self.routine(pupil, date, minutes)
        WarmUps.routine(pupil, date).steps(minutes: minutes.clamp(1, 20), day: date.yday).map(&:to_h)
      end

      def self.clock(fields)
        seconds = fields.list('seconds', max: KEPT).to_h { [_1.text('id', min: 1, max: 70), _1.integer('seconds', 0..20_000)] }
        { 'seconds' => seconds, 'at' => fields.integer('at', 0..KEPT, default: 0) }
      end

      def self.settle(lesson, reached, today)
        items = (lesson.items || []).select { reached.include?(_1['id']) }
        lesson.pupil.promises.each do |promise|
          kept = items.any? do |item|
            case promise.kind
            when 'skill' then value(item).skills.include?(promise.ref)
            when 'tune' then item['tune'].to_s == promise.ref
            else item['id'] == "own #{promise.id}"
            end
          end
          promise.update(kept_on: today) if kept
        end
      end

      def self.carry(lesson, item)
        kind = %w[skill tune].find { item[_1] } || 'own'
        ref = item[kind].to_s
        return if kind != 'own' && lesson.pupil.promises_dataset.where(kind:, ref:).any?

        Models::Promise.create(**lesson.values.slice(:studio_id, :pupil_id), kind:, ref:, title: item['title'][0, 120],
                                                                             why: 'not reached', made_on: lesson.held_on)
      end
      private_class_method :start, :whole, :routine, :clock, :settle, :carry
    end
  end
end
