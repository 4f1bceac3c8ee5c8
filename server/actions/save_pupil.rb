# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Adds or changes a pupil. Names are unique in a studio.
    module SavePupil
      def self.create(studio, fields, today)
        columns = Inputs::PupilInput.read(fields, today)
        unique(studio.pupils_dataset, columns[:name], fields)
        studio.add_pupil(**columns, lesson_from: (today if columns[:lesson_day]))
      end

      # Raises Stale when somebody saved since lock_version was read.
      def self.update(studio, id, fields, today)
        pupil = studio.pupil(id)
        columns = Inputs::PupilInput.read(fields, today)
        version = fields.integer('lock_version', 0..1_000_000)
        unique(studio.pupils_dataset.exclude(id: pupil.id), columns[:name], fields)
        changes = { **columns, **since(pupil, columns, today) }
        pupil.save_or_stale(version, changes) { PupilAnswer.row(pupil) }
        pupil
      end

      # A weekly lesson at another time is another one: it begins today.
      def self.since(pupil, columns, today)
        same = columns.slice(:lesson_day, :lesson_time).all? { |name, value| pupil[name] == value }
        same ? {} : { lesson_from: (today if columns[:lesson_day]) }
      end

      def self.unique(others, name, fields)
        fields.refuse('name', "There is already a pupil called #{name}.", 'Add an initial or a nickname.') unless others.where(name:).empty?
      end
      private_class_method :since, :unique
    end
  end
end
