# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Adds or changes a pupil. Names are unique in a studio.
    module SavePupil
      def self.create(studio, fields, today)
        columns = Inputs::PupilInput.read(fields, today)
        slot = Inputs::PupilInput.slot(fields)
        unique(studio.pupils_dataset, columns[:name], fields)
        FawnmossServer.db.transaction do
          studio.add_pupil(**columns).tap { |pupil| slot && pupil.add_slot(studio_id: studio.id, minutes: columns[:lesson_minutes], from_date: today, **slot) }
        end
      end

      # Raises Stale when somebody saved since lock_version was read.
      def self.update(studio, id, fields, today)
        pupil = studio.pupil(id)
        columns = Inputs::PupilInput.read(fields, today)
        version = fields.integer('lock_version', 0..1_000_000)
        unique(studio.pupils_dataset.exclude(id: pupil.id), columns[:name], fields)
        pupil.save_or_stale(version, columns) { PupilAnswer.row(pupil, today) }
        pupil
      end

      def self.unique(others, name, fields)
        fields.refuse('name', "There is already a pupil called #{name}.", 'Add an initial or a nickname.') unless others.where(name:).empty?
      end
      private_class_method :unique
    end
  end
end
