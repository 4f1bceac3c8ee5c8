# frozen_string_literal: true

module FawnmossServer
  module Actions
    # The day's lessons in order of time, and who else wants a look.
    module Today
      def self.call(studio, today)
        pupils = studio.pupils
        roll = Roll.new(studio, pupils)
        occurrences = studio.calendar.between(today, today)
        single, together = occurrences.partition { Models::Group.id_of(_1.pupil).nil? }
        coming = single.map(&:pupil).uniq
        others = pupils.reject { coming.include?(_1.id) || _1.away?(today) }.map { brief(_1, today, roll) }
        look = others.reject { |one| one.values_at(:look, :notes, :recordings).all?(&:empty?) }
        { date: today.iso8601, lessons: lessons(studio, single, today, roll), groups: groups(studio, together, today), look:,
          clashes: Calendars.clashes(occurrences), cards: cards(studio, today), pupils: pupils.size, tunes: studio.tunes_dataset.count }
      end

      # The same pupil by pupil, for what is remembered of it (Ahead); the block is called after each.
      def self.each(studio, day, roll = Roll.new(studio, studio.pupils))
        occurrences = studio.calendar.between(day, day).reject { Models::Group.id_of(_1.pupil) }
        studio.pupils.each do |pupil|
          brief(pupil, day, roll)
          own = occurrences.select { _1.pupil == pupil.id }
          lessons(studio, own, day, roll) if own.any?
          yield
        end
      end

      # Ids of the cards issued today, as many as are printed together.
      def self.cards(studio, today) = studio.cards_dataset.where(issued_on: today).reverse(:id).limit(Groups::MOST).select_map(:id).reverse

      def self.brief(pupil, today, roll)
        { **pupil.values.slice(:id, :name, :instrument, :size), look: PupilAnswer.brief_looks(pupil, today, roll), notes: roll.notes(pupil),
          recordings: roll.recordings(pupil) }
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

      # Lessons of groups: who is in them, and how it stands.
      def self.groups(studio, occurrences, today)
        by_id = studio.groups.to_h { [_1.id, _1] }
        rows = Models::GroupLesson.where(studio_id: studio.id, held_on: today).select_hash(:group_id, :status)
        occurrences.map do |one|
          group = by_id.fetch(Models::Group.id_of(one.pupil))
          { id: group.id, name: group.name, time: one.time, minutes: one.minutes, status: one.status, note: one.note, lesson: rows[group.id] || 'planned',
            members: group.pupils.map(&:name) }
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
      private_class_method :cards, :groups, :brief, :brief_item, :lessons, :lesson, :plan
    end
  end
end
