# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Plans of lessons: computed anew from the evidence each time they are looked at, until the lesson begins.
    module Planning
      AHEAD = 4 # lessons at most

      # What fields ask for: { date: of the lesson, the pupil's next one when not given; minutes; ahead: how many more lessons }.
      def self.read(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        date = Inputs::PlanInput.date(fields, today) || next_lesson(pupil, today)
        lesson = pupil.lessons_dataset.first(held_on: date)
        minutes = Inputs::PlanInput.minutes(fields) || lesson&.minutes || minutes(pupil, date)
        days = (0..fields.integer('ahead', 0..AHEAD, default: 0)).map { date + (7 * _1) }
        answer(pupil, days, lesson, Fawnmoss::Path::Plan.ahead(situation(pupil, date, minutes, lesson&.wishes), days))
      end

      # Keeps the minutes and what the teacher changed. Raises Stale when somebody saved since lock_version was read.
      def self.save(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        date = Inputs::PlanInput.date(fields, today) || fields.refuse('date', 'The day is missing.', nil)
        wishes = Inputs::PlanInput.wishes(fields.object('wishes') || Inputs::Fields.new({}))
        minutes = Inputs::PlanInput.minutes(fields) || minutes(pupil, date)
        plan = plan(situation(pupil, date, minutes, wishes)) # refuses what cannot be before anything is kept
        lesson = kept(pupil, date, minutes)
        fields.refuse('date', 'This lesson has begun; its plan stands.', 'Change it in the lesson.') unless lesson.status == 'planned'
        lesson.save_or_stale(fields.integer('lock_version', 0..1_000_000, default: 0), { minutes:, wishes: }) { shown(lesson) }
        answer(pupil, [date], lesson, [plan])
      end

      # The lesson's row, made when it is not there. Raises Missing when the pupil was erased meanwhile.
      def self.kept(pupil, date, minutes)
        pupil.lessons_dataset.first(held_on: date) || begin
          Models::Lesson.dataset.insert_ignore.insert(studio_id: pupil.studio_id, pupil_id: pupil.id, held_on: date, minutes:, wishes: '{}')
          pupil.lessons_dataset.for_update.first(held_on: date) || raise(Missing) # for_update sees what another window made meanwhile
        end
      end

      # The pupil's next lesson by the calendar, today counted; today for one without a day.
      def self.next_lesson(pupil, today) = pupil.studio.calendar.next_for(pupil.id, today)&.date || today

      # How long the lesson of a day is: as the calendar says, else as the pupil's usually are.
      def self.minutes(pupil, date)
        pupil.studio.calendar.between(date, date).find { _1.pupil == pupil.id && _1.held? }&.minutes || pupil.lesson_minutes
      end

      def self.situation(pupil, date, minutes, wishes, roll: Roll.new(pupil.studio, [pupil]))
        subject = Subject.pupil(pupil, date, roll:)
        known = { marks: subject.evidence, states: subject.states, rules: subject.rules, holds: subject.holds, promises: roll.promises(pupil),
                  tunes: roll.tunes(pupil, subject.states) }
        Fawnmoss::Path::Plan::Situation.build(subject.map, today: date, minutes:, **known, wishes: Inputs::PlanInput.to_value(wishes), age: pupil.age(date),
                                                           first_lessons: FawnmossServer.catalogue.first_lessons)
      end

      def self.plan(situation) = Fawnmoss::Path::Plan.for(situation)

      # days: of the lesson and those after it; plans: one for each.
      def self.answer(pupil, days, lesson, plans)
        { pupil: pupil.values.slice(:id, :name, :instrument, :size, :lock_version), date: days.first.iso8601, lesson: lesson && shown(lesson),
          last_note: Diary.last_note(pupil, days.first), **(held(lesson) || short(plans.first)),
          ahead: days.zip(plans).drop(1).map { |day, plan| { date: day.iso8601, **short(plan).slice(:items, :spare) } } }
      end

      def self.shown(lesson) = { id: lesson.id, status: lesson.status, minutes: lesson.minutes, wishes: lesson.wishes, lock_version: lesson.lock_version }

      # A lesson that has begun stands as it was planned then; nil while it has not.
      def self.held(lesson)
        items = lesson&.items or return
        names = Fawnmoss::Path::Plan::Item.members.map(&:to_s)
        spare = [lesson.minutes - items.sum { _1['minutes'] }, 0].max
        { minutes: lesson.minutes, spare:, warnings: [], items: items.map { _1.slice(*names) }, left_out: [], dropped: [] }
      end

      def self.short(plan)
        { minutes: plan.minutes, spare: plan.spare, warnings: plan.warnings, items: plan.items.map { plain(_1) },
          left_out: plan.left_out.first(8).map { |title, reason, id| { id:, title:, reason: } }, dropped: plan.dropped.map { |title, id| { id:, title: } } }
      end

      # A Path::Plan::Item as JSON takes it.
      def self.plain(item) = { **item.to_h, line: item.line&.to_h }

      private_class_method :answer, :shown, :held, :short
    end
  end
end
