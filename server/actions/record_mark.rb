# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Writes down how something went: 0 not yet .. 3 alone, at tempo, twice in a row; for a skill or for a tune.
    module RecordMark
      SOURCES = %w[lesson home recording].freeze

      # Returns Models::Mark; the one already there when its key has come before.
      def self.call(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        columns = columns(studio, pupil, fields, today)
        FawnmossServer.db.transaction do
          pupil.lock!
          known = columns[:mark_key] && pupil.marks_dataset.first(mark_key: columns[:mark_key])
          next known if known

          Models::Mark.create(studio_id: studio.id, pupil_id: pupil.id, **columns).tap do |mark|
            Models::PupilDigest.add(pupil, mark)
            Holding.hurt(pupil, mark, fields) if fields.flag('hurt')
          end
        end
      end

      # Offline marks come late, so any day of the last ten years is taken, but none to come.
      def self.columns(studio, pupil, fields, today)
        { value: fields.integer('value', 0..3), note: fields.text('note', max: 500, default: ''), tempo: fields.tempo('tempo'),
          source: fields.choice('source', SOURCES, default: 'lesson'), checks: fields.words('checks', /\A[^[:cntrl:]]{1,200}\z/, max: 8),
          made_on: fields.date('made_on', (today - 3650)..today, default: today), mark_key: fields.key('key', optional: true), lesson_id: lesson(pupil, fields),
          **about(studio, pupil, fields), corrects_id: corrected(pupil, fields) }
      end

      def self.lesson(pupil, fields)
        id = fields.integer('lesson_id', 1..(10**18), optional: true)
        id && (pupil.lessons_dataset.first(id:) || raise(Missing)).id
      end

      # A skill of the pupil's path; one that the studio has hidden meanwhile is still taken, it is evidence.
      def self.about(studio, pupil, fields)
        return { tune_id: studio.tune(fields.integer('tune_id', 1..(10**18))).id } if fields.given?('tune_id') && !fields.given?('skill')

        known = FawnmossServer.catalogue.path(pupil.instrument, pupil.schools).ids | studio.map(pupil.instrument, pupil.schools).ids
        skill = fields.text('skill', max: 60)
        fields.refuse('skill', 'This is no skill of this pupil’s path.', 'Choose one from the path.') unless known.include?(skill)
        { skill: }
      end

      # The mark this one replaces, which must stand and belong to the pupil.
      def self.corrected(pupil, fields)
        id = fields.integer('corrects_id', 1..(10**18), optional: true) or return
        pupil.standing.where(id:).empty? ? raise(Missing) : id
      end
      private_class_method :columns, :lesson, :about, :corrected
    end
  end
end
