# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What the teacher promises for the next lesson.
    module Promising
      def self.make(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        kind = fields.choice('kind', %w[skill tune own], default: 'own')
        ref, title = about(studio, pupil, kind, fields)
        promise_key = fields.key('key', optional: true)
        pupil.once(Models::Promise.where(pupil_id: pupil.id), { promise_key: }) do
          Models::Promise.create(studio_id: studio.id, pupil_id: pupil.id, kind:, ref:, title:, why: 'promised', made_on: today, promise_key:)
        end
      end

      # Done with; a second time changes nothing.
      def self.keep(studio, id, today) = studio.promise(id).tap { |promise| promise.update(kept_on: today) unless promise.kept_on }

      def self.about(studio, pupil, kind, fields)
        return ['', fields.text('title', min: 1, max: 120)] if kind == 'own'
        return studio.tune(fields.text('ref', max: 20)).then { [_1.id.to_s, _1.title] } if kind == 'tune'

        skill = studio.map(pupil.instrument, pupil.schools)[fields.text('ref', max: 60)]
        skill ? [skill.id, skill.name] : fields.refuse('ref', 'This is no skill of this pupil’s path.', 'Choose one from the path.')
      end
      private_class_method :about
    end
  end
end
