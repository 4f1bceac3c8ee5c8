# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Writes down how something went: 0 not yet .. 3 alone, at tempo, twice in a row; for a skill or for a tune.
    module RecordMark
      def self.call(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        columns = { value: fields.integer('value', 0..3), note: fields.text('note', max: 500, default: ''),
                    made_on: fields.date('made_on', (today - 3650)..today, default: today), **about(studio, pupil, fields),
                    corrects_id: corrected(pupil, fields) }
        Models::Mark.create(studio_id: studio.id, pupil_id: pupil.id, **columns)
      end

      def self.about(studio, pupil, fields)
        return { tune_id: studio.tune(fields.integer('tune_id', 1..(10**18))).id } if fields.given?('tune_id') && !fields.given?('skill')

        { skill: fields.choice('skill', FawnmossServer.catalogue.skills_for(pupil.instrument).map(&:id)) }
      end

      # The mark this one replaces, which must stand and belong to the pupil.
      def self.corrected(pupil, fields)
        id = fields.integer('corrects_id', 1..(10**18), optional: true) or return
        pupil.standing_marks.map(&:id).include?(id) ? id : raise(Missing)
      end
      private_class_method :about, :corrected
    end
  end
end
