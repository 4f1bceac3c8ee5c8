# frozen_string_literal: true

module FawnmossServer
  module Actions
    # The day's lessons in order of time, and who else wants a look.
    module Today
      def self.call(studio, today)
        pupils = studio.pupils
        roll = Roll.new(studio, pupils)
        occurrences = studio.calendar.between(today, today)
        coming = occurrences.map(&:pupil).uniq
        others = pupils.reject { coming.include?(_1.id) || _1.away?(today) }.map { brief(_1, today, roll) }
        { date: today.iso8601, lessons: lessons(studio, occurrences, today, roll), look: others.reject { _1[:look].empty? && _1[:notes].empty? },
          clashes: Calendars.clashes(occurrences), pupils: pupils.size, tunes: studio.tunes_dataset.count }
      end

      def self.brief(pupil, today, roll)
        { **pupil.values.slice(:id, :name, :instrument, :size), look: PupilAnswer.brief_looks(pupil, today, roll), notes: roll.notes(pupil) }
      end

      def self.lessons(studio, occurrences, today, roll)
        by_id = studio.pupils.to_h { [_1.id, _1] }
        rows = studio.lessons_dataset.where(held_on: today).as_hash(:pupil_id)
        occurrences.map do |occurrence|
          pupil = by_id.fetch(occurrence.pupil)
          { **brief(pupil, today, roll), time: occurrence.time, minutes: occurrence.minutes, status: occurrence.status, note: occurrence.note,
            in_work: PupilAnswer.in_work(roll.in_work(pupil)), last_note: roll.last_note(pupil, today), lesson: lesson(rows[pupil.id]),
            plan: occurrence.held? ? plan(pupil, occurrence, rows[pupil.id], today, roll) : [] }
        end
      end

      def self.lesson(row) = row && { id: row.id, status: row.status }

      # What the lesson is about, in short.
      def self.plan(pupil, occurrence, row, today, roll)
        return row.items.map { brief_item(Lessons.value(_1)) } if row&.items

        minutes = row&.minutes || occurrence.minutes
        roll.remember(pupil, :plan, today, minutes, row&.wishes, roll.promises(pupil), roll.cards(pupil)) do
          plan = Planning.plan(Planning.situation(pupil, today, minutes, row&.wishes, roll:))
          plan.items.map { brief_item(_1) }
        end
      end

      # item: Path::Plan::Item.
      def self.brief_item(item) = { id: item.id, kind: item.kind, title: item.heading, minutes: item.minutes }
      private_class_method :brief, :brief_item, :lessons, :lesson, :plan
    end
  end
end
