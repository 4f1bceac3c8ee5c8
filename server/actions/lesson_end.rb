# frozen_string_literal: true

module FawnmossServer
  module Actions
    # How lessons end, are opened again, and are taken back.
    module LessonEnd
      # Ends it: promises that were reached are kept, what was not reached is promised anew. A second time, or the same end sent again after the
      # lesson was opened once more, changes nothing. fields: note and clock as of Lessons.keep, carried: items wanted next time, key.
      def self.finish(studio, id, fields, today)
        lesson = studio.lesson(id)
        wanted = fields.words('carried', Inputs::PlanInput::ID, max: Lessons::KEPT)
        key = fields.key('key', optional: true)
        FawnmossServer.db.transaction do
          lesson.lock!
          next if lesson.status != 'running' || (key && lesson.finish_key == key)

          Lessons.keep(studio, id, fields)
          went = went(lesson.refresh, wanted)
          lesson.items.each do |item|
            keep(lesson, item, today) if went.reached.include?(item['id'])
            carry(lesson, item) if went.carried.include?(item['id'])
          end
          lesson.update(status: 'done', finish_key: key, clock: (lesson.clock || {}).merge('reached' => went.reached, 'carried' => wanted))
        end
        lesson
      end

      # Opens a finished lesson again: what its end did about promises is taken back, its marks and times stand.
      def self.reopen(studio, id)
        lesson = studio.lesson(id)
        FawnmossServer.db.transaction do
          lesson.lock!
          next unless lesson.status == 'done'

          undo(lesson)
          lesson.update(status: 'running')
        end
        lesson
      end

      # Back to a plan, for a lesson that was begun by mistake. Its marks are struck out when strike is true; otherwise one with marks raises
      # InvalidInput.
      def self.unbegin(studio, id, strike: false)
        lesson = studio.lesson(id)
        FawnmossServer.db.transaction do
          pupil = lesson.pupil.lock!
          marks = lesson.standing
          refuse(marks) if marks.any? && !strike
          marks.each { RecordMark.struck(pupil, _1, note: 'the lesson was taken back') }
          undo(lesson)
          lesson.update(status: 'planned', items: nil, clock: nil, finish_key: nil)
        end
        lesson
      end

      def self.refuse(marks)
        count = marks.size == 1 ? 'a mark' : "#{marks.size} marks"
        raise Fawnmoss::InvalidInput.new("This lesson has #{count}.", where: { field: 'lesson' }, remedy: 'End it, or strike them out with it.')
      end

      def self.went(lesson, wanted)
        marks = lesson.standing
        Fawnmoss::Path::Went.of(lesson.items.map { Lessons.value(_1) }, seconds: (lesson.clock || {}).fetch('seconds', {}), skills: marks.filter_map(&:skill),
                                                                        tunes: marks.filter_map(&:tune_id), wanted:)
      end

      # Promises that the item was about.
      def self.keep(lesson, item, today)
        lesson.pupil.promises_dataset.each do |promise|
          about = case promise.kind
                  when 'skill' then Lessons.value(item).skills.include?(promise.ref)
                  when 'tune' then item['tune'].to_s == promise.ref
                  else Fawnmoss::Path::Plan::ItemId.parse(item['id'])&.promise == promise.id
                  end
          promise.update(kept_on: [lesson.held_on, today].min, kept_lesson_id: lesson.id) if about
        end
      end

      def self.carry(lesson, item)
        kind = %w[skill tune].find { item[_1] } || 'own'
        ref = item[kind].to_s
        return if kind != 'own' && lesson.pupil.promises_dataset.where(kind:, ref:).any?

        Models::Promise.create(**lesson.values.slice(:studio_id, :pupil_id), kind:, ref:, title: item['title'][0, 120], why: 'not reached',
                                                                             made_on: lesson.held_on, lesson_id: lesson.id)
      end

      # What its end did, except what was kept since.
      def self.undo(lesson)
        Models::Promise.where(lesson_id: lesson.id, kept_on: nil).delete
        Models::Promise.where(kept_lesson_id: lesson.id).update(kept_on: nil, kept_lesson_id: nil)
      end
      private_class_method :refuse, :went, :keep, :carry, :undo
    end
  end
end
