# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Writes down how something went: 0 not yet .. 3 alone, at tempo, twice in a row; for a skill or for a tune.
    module RecordMark
      SOURCES = %w[lesson home recording].freeze

      # Returns Models::Mark; the one already there when its key has come before. A second mark for the same thing in one lesson takes the place
      # of the first.
      def self.call(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        return strike(studio, pupil, fields) if fields.flag('struck')

        columns = columns(studio, pupil, fields, today)
        once(pupil, columns[:mark_key]) do
          old = corrected(pupil, fields) || of_lesson(pupil, columns)
          keep(pupil, lesson_id: old&.lesson_id, **columns.compact, corrects_id: old&.id).tap { Holding.hurt(pupil, _1, fields) if fields.flag('hurt') }
        end
      end

      # Takes a mark back: that which corrects_id names, or the last one of a lesson for a skill or tune. It stays in the record, struck out.
      def self.strike(studio, pupil, fields)
        key = fields.key('key', optional: true)
        note = fields.text('note', max: 500, default: '')
        once(pupil, key) do
          old = corrected(pupil, fields) || of_lesson(pupil, { lesson_id: lesson(pupil, fields)&.id, **about(studio, pupil, fields) })
          fields.refuse('lesson_id', 'There is no mark of this lesson to take back.', 'Look at the marks again.') unless old
          struck(pupil, old, note:, mark_key: key)
        end
      end

      # A mark struck out: a row that names it. To be called with the pupil's row locked.
      def self.struck(pupil, old, **more) = keep(pupil, **old.values.slice(*COPIED), checks: old.checks, note: '', **more, struck: true, corrects_id: old.id)
      COPIED = %i[skill tune_id value made_on tempo source lesson_id].freeze

      # Two windows, or one mark sent twice: one after the other, and each key once.
      def self.once(pupil, mark_key, &) = pupil.once(pupil.marks_dataset, { mark_key: }, &)

      def self.keep(pupil, **columns)
        Models::Mark.create(**pupil.values.slice(:studio_id), pupil_id: pupil.id, **columns).tap { Models::PupilDigest.add(pupil, _1) }
      end

      # The mark that stands for the same thing in the same lesson, or nil.
      def self.of_lesson(pupil, columns)
        columns[:lesson_id] && pupil.standing.where(skill: nil, tune_id: nil, **columns.slice(:lesson_id, :skill, :tune_id)).order(:id).last
      end

      # Offline marks come late, so any day of the last ten years is taken, but none to come; those of a lesson have its day.
      def self.columns(studio, pupil, fields, today)
        lesson = lesson(pupil, fields)
        made_on = fields.date('made_on', (today - 3650)..today, default: today)
        { value: fields.integer('value', 0..3), note: fields.text('note', max: 500, default: ''), tempo: fields.tempo('tempo'),
          source: fields.choice('source', SOURCES, default: 'lesson'), checks: fields.words('checks', /\A[^[:cntrl:]]{1,200}\z/, max: 8),
          made_on: lesson ? [lesson.held_on, today].min : made_on, mark_key: fields.key('key', optional: true), lesson_id: lesson&.id,
          **about(studio, pupil, fields) }
      end

      def self.lesson(pupil, fields)
        id = fields.integer('lesson_id', 1..(10**18), optional: true)
        id && (pupil.lessons_dataset.first(id:) || raise(Missing))
      end

      # A skill of the pupil's path; one that the studio has hidden meanwhile is still taken, it is evidence.
      def self.about(studio, pupil, fields)
        return { tune_id: studio.tune(fields.integer('tune_id', 1..(10**18))).id } if fields.given?('tune_id') && !fields.given?('skill')

        known = FawnmossServer.catalogue.path(pupil.instrument, pupil.schools).ids | studio.map(pupil.instrument, pupil.schools).ids
        skill = fields.text('skill', max: 60)
        fields.refuse('skill', 'This is no skill of this pupil’s path.', 'Choose one from the path.') unless known.include?(skill)
        { skill: }
      end

      # The mark that corrects_id names, which must stand and belong to the pupil; nil when none is named.
      def self.corrected(pupil, fields)
        id = fields.integer('corrects_id', 1..(10**18), optional: true) or return
        pupil.standing.first(id:) || raise(Missing)
      end
      private_class_method :strike, :once, :keep, :of_lesson, :columns, :lesson, :about, :corrected
    end
  end
end
