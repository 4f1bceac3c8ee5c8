# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Weekly lessons that begin, change and end, each from a day on; pupils who pause, leave and come back. Nothing that lay before is lost.
    module Presence
      DAYS = 800 # so far back or ahead a change can lie

      # One more weekly lesson. Returns Models::Pupil, as the others.
      def self.add_slot(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        columns = slot(pupil, fields, today)
        changed(studio, pupil) do
          free(fields, pupil, columns)
          pupil.add_slot(studio_id: studio.id, **columns)
        end
      end

      # Another day, time or length from a day on: what lay before stays as it was.
      def self.change_slot(studio, id, fields, today)
        old = studio.slot(id)
        pupil = studio.pupil(old.pupil_id)
        columns = slot(pupil, fields, today)
        changed(studio, pupil) do
          free(fields, pupil, columns, except: old.id)
          if columns[:from_date] <= old.from_date
            old.update(columns)
          else
            pupil.add_slot(studio_id: studio.id, **columns, to_date: old.to_date)
            old.update(to_date: columns[:from_date] - 1)
          end
        end
      end

      # The weekly lesson is not held any more from a day on; one that never was is gone.
      def self.end_slot(studio, id, fields, today)
        old = studio.slot(id)
        from = fields.date('from', days(today), default: today)
        changed(studio, studio.pupil(old.pupil_id)) { from > old.from_date ? old.update(to_date: [old.to_date, from - 1].compact.min) : old.delete }
      end

      # fields: kind, from, back_on, note.
      def self.away(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        from = fields.date('from', days(today), default: today)
        columns = { kind: fields.choice('kind', %w[paused left]), from_date: from, back_on: back_on(fields, from, today),
                    note: fields.text('note', max: 200, default: '') }
        changed(studio, pupil) do
          apart(fields, pupil, columns)
          pupil.add_absence(studio_id: studio.id, **columns)
        end
      end

      # Here again from a day on; one that had not begun by then never was.
      def self.back(studio, id, fields, today)
        absence = studio.absence(id)
        on = fields.date('on', days(today), default: today)
        changed(studio, studio.pupil(absence.pupil_id)) { on > absence.from_date ? absence.update(back_on: on) : absence.delete }
      end

      # Columns of the slots table.
      def self.slot(pupil, fields, today)
        { weekday: fields.integer('weekday', 1..7), time: fields.time('time'), minutes: fields.integer('minutes', 5..180, default: pupil.lesson_minutes),
          from_date: fields.date('from', days(today), default: today) }
      end

      # Two lessons a week are on two days: a change of one is found by its day.
      def self.free(fields, pupil, columns, except: nil)
        others = pupil.slots_dataset.where(weekday: columns[:weekday]).exclude(id: except).where { (to_date =~ nil) | (to_date >= columns[:from_date]) }
        fields.refuse('weekday', "#{pupil.name} has a weekly lesson on that day already.", 'Change that one, or choose another day.') unless others.empty?
      end

      def self.apart(fields, pupil, columns)
        back = columns[:back_on]
        others = pupil.absences_dataset.where { (back_on =~ nil) | (back_on > columns[:from_date]) }
        others = others.where { from_date < back } if back
        fields.refuse('from', "#{pupil.name} is away then already.", 'Take that back first.') unless others.empty?
      end

      def self.back_on(fields, from, today)
        on = fields.date('back_on', days(today)) or return
        on > from ? on : fields.refuse('back_on', 'This is not after the first day away.', 'Choose a later day.')
      end

      def self.days(today) = (today - DAYS)..(today + DAYS)

      # Models::Pupil as it is after the block, which nobody else disturbs.
      def self.changed(studio, pupil)
        FawnmossServer.db.transaction do
          pupil.lock!
          yield
        end
        studio.anew.pupil(pupil.id)
      end
      private_class_method :slot, :free, :apart, :back_on, :days, :changed
    end
  end
end
