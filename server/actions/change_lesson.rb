# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What the teacher changes about a lesson that was begun: something more in it, another day.
    module ChangeLesson
      # Puts something the teacher thought of just now behind an item; what is in the lesson already stays where it is. Sent again under the same
      # key it counts once. fields: kind, ref or title, after, key.
      def self.add(studio, id, fields)
        lesson = studio.lesson(id)
        item = added(studio, lesson, fields)
        after = fields.text('after', max: 70, default: '')
        FawnmossServer.db.transaction do
          lesson.lock!
          running!(lesson)
          items = lesson.items
          fields.refuse('kind', "More than #{Lessons::KEPT} things.", nil) if items.size >= Lessons::KEPT
          next if items.any? { _1['id'] == item.id || (item.skill && Lessons.value(_1).skills.include?(item.skill)) }

          lesson.update(items: items.insert((items.index { _1['id'] == after } || (items.size - 1)) + 1, Lessons.whole(lesson.pupil, lesson.held_on, item)))
        end
        lesson.refresh
      end

      # Another day for a lesson that was begun, none to come; its marks go along, for they are dated by it.
      def self.move(studio, id, fields, today)
        lesson = studio.lesson(id)
        date = fields.date('held_on', (today - Inputs::PlanInput::DAYS)..today) || fields.refuse('held_on', 'The day is missing.', nil)
        FawnmossServer.db.transaction do
          pupil = lesson.pupil.lock!
          others = pupil.lessons_dataset.where(held_on: date).exclude(id: lesson.id)
          others.where(status: 'planned', items: nil).delete
          fields.refuse('held_on', "There is a lesson on #{date.strftime('%-d %B')} already.", 'Choose another day.') if others.any?
          redate(pupil, lesson, date)
        end
        lesson.refresh
      end

      def self.redate(pupil, lesson, date)
        lesson.update(held_on: date)
        lesson.marks_dataset.update(made_on: date)
        Models::PupilDigest.renew(pupil)
      end

      # What the teacher adds, as the core's Item.
      def self.added(studio, lesson, fields)
        pupil = lesson.pupil
        about = Planning.situation(pupil, lesson.held_on, lesson.minutes, nil)
        plan = Fawnmoss::Path::Plan::Added.new(about)
        case fields.choice('kind', %w[skill tune own])
        when 'tune' then studio.tune(fields.integer('ref', 1..(10**18))).then { plan.tune(_1.id, _1.title) }
        when 'own' then plan.own("k#{fields.key('key')}", fields.text('title', min: 1, max: 120))
        else
          skill = fields.text('ref', max: 60)
          fields.refuse('ref', 'This is no skill of this pupil’s path.', 'Choose one from the path.') unless about.map.include?(skill)
          plan.skill(skill)
        end
      end

      def self.running!(lesson)
        return if lesson.status == 'running'

        raise Fawnmoss::InvalidInput.new('This lesson is not running.', where: { field: 'lesson' }, remedy: 'Open it again first.')
      end
      private_class_method :redate, :added, :running!
    end
  end
end
