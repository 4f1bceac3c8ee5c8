# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Groups: who is in them, and their weekly time.
    module Groups
      MOST = 30 # members

      def self.list(studio) = studio.groups.map { answer(_1) }

      # fields: name, minutes, members (pupil ids), weekday, time.
      def self.create(studio, fields, today)
        columns = columns(studio, fields)
        FawnmossServer.db.transaction do
          group = studio.add_group(**columns)
          fill(studio, group, fields)
          slot(studio, group, fields, today)
          answer(studio.group(group.id))
        end
      end

      # Raises Stale when somebody saved since lock_version was read.
      def self.update(studio, id, fields, today)
        group = studio.group(id)
        columns = columns(studio, fields, group.id)
        FawnmossServer.db.transaction do
          group.save_or_stale(fields.integer('lock_version', 0..1_000_000), columns) { answer(group) }
          fill(studio, group, fields)
          slot(studio, group, fields, today)
          answer(studio.group(group.id))
        end
      end

      # The group goes; what its members have been marked stays with them.
      def self.remove(studio, id)
        studio.group(id).delete
      end

      def self.answer(group)
        { **group.values.slice(:id, :name, :minutes, :lock_version), slot: group.slot&.to_answer,
          members: group.pupils.map { _1.values.slice(:id, :name, :instrument) } }
      end

      def self.columns(studio, fields, id = nil)
        name = fields.text('name', min: 1, max: 60)
        fields.refuse('name', "There is already a group called #{name}.", 'Choose another name.') unless studio.groups_dataset.where(name:).exclude(id:).empty?
        { name:, minutes: fields.integer('minutes', 10..180, default: 45) }
      end

      def self.fill(studio, group, fields)
        ids = fields.integers('members', 1..(10**18), max: MOST).uniq.map { studio.pupil(_1).id }
        fields.refuse('members', 'Nobody is in this group.', 'Choose two pupils or more.') if ids.empty?
        members = FawnmossServer.db[:group_members].where(group_id: group.id)
        members.exclude(pupil_id: ids).delete
        (ids - members.select_map(:pupil_id)).each { |pupil_id| FawnmossServer.db[:group_members].insert(studio_id: studio.id, group_id: group.id, pupil_id:) }
      end

      # Another weekly time from today on; what lay before stays as it was.
      def self.slot(studio, group, fields, today)
        weekday = fields.integer('weekday', 1..7, optional: true)
        wanted = weekday && { weekday:, time: fields.time('time'), minutes: group.minutes }
        old = group.slot
        return if wanted == old&.values&.slice(:weekday, :time, :minutes)

        old && (old.from_date < today ? old.update(to_date: today - 1) : old.delete)
        group.add_slot(studio_id: studio.id, from_date: today, **wanted) if wanted
      end

      private_class_method :columns, :fill, :slot
    end
  end
end
