# frozen_string_literal: true

module FawnmossServer
  module Actions
    # The studio's lessons by day and week, and what the teacher changes about them.
    module Calendars
      DAYS = 42 # shown at a time, at most

      # fields: from (the Monday of this week when not given) and days.
      def self.read(studio, fields, today)
        from = fields.date('from', (today - 800)..(today + 800), default: today - (today.cwday - 1))
        to = from + fields.integer('days', 1..DAYS, default: 7) - 1
        lessons = studio.calendar.between(from, to)
        { from: from.iso8601, to: to.iso8601, lessons: lessons.map { shown(_1) }, clashes: clashes(lessons), owed: owed(studio),
          holidays: studio.holidays.reject { _1.to_date < from }.map { holiday(_1) }, feed: feed(studio), time_zone: studio.time_zone }
      end

      # Cancels, moves or adds one lesson; what was said about that day before is taken back. Returns the clash it makes, in words, or nil.
      def self.change(studio, pupil_id, fields, today) = change_of(studio, studio.pupil(pupil_id), { pupil_id: pupil_id.to_i }, fields, today)

      # The same for a group.
      def self.change_group(studio, id, fields, today) = change_of(studio, studio.group(id), { group_id: id.to_i }, fields, today)

      # whom: Models::Pupil or Models::Group; owner: the column that says so.
      def self.change_of(studio, whom, owner, fields, today)
        columns = Inputs::ChangeInput.read(fields, today)
        weekly(fields, studio, whom, columns[:on_date]) if columns[:on_date]
        FawnmossServer.db.transaction do
          Models::LessonChange.where(**owner, on_date: columns[:on_date]).delete if columns[:on_date]
          Models::LessonChange.create(studio_id: studio.id, **owner, **columns)
        end
        { clashes: columns[:to_date] ? clashes(studio.anew.calendar.between(columns[:to_date], columns[:to_date])) : [] }
      end

      # Refuses a day on which the pupil, or the group, has no weekly lesson.
      def self.weekly(fields, studio, whom, date)
        return if studio.calendar.between(date, date).any? { _1.pupil == whom.key && _1.was.nil? && _1.status != 'extra' }

        fields.refuse('on', "#{whom.name} has no weekly lesson on #{date.strftime('%-d %B')}.", 'Choose the day of a weekly lesson, or add an extra one.')
      end

      # A cancelled lesson that need not be made up after all.
      def self.waive(studio, id) = studio.lesson_change(id).update(owed: false)

      def self.take_back(studio, id) = studio.lesson_change(id).delete

      def self.add_holiday(studio, fields, today)
        range = (today - 400)..(today + 800)
        from = fields.date('from', range) || fields.refuse('from', 'The day is missing.', nil)
        to = fields.date('to', range, default: from)
        fields.refuse('to', 'This lies before the beginning.', 'Swap the two days.') if to < from
        holiday(Models::Holiday.create(studio_id: studio.id, from_date: from, to_date: to, name: fields.text('name', min: 1, max: 60)))
      end

      def self.remove_holiday(studio, id) = studio.holiday(id).delete

      # Makes a new private address for subscribing; the one before stops working. off: only that.
      def self.renew_feed(studio, off: false)
        studio.update(feed_nonce: off ? nil : Signed.nonce)
        { feed: feed(studio) }
      end

      def self.shown(lesson)
        group_id = Models::Group.id_of(lesson.pupil)
        pupil_id = group_id ? nil : lesson.pupil
        { pupil_id:, group_id:, name: lesson.name, date: lesson.date.iso8601, time: lesson.time, minutes: lesson.minutes, status: lesson.status,
          was: lesson.was&.iso8601, note: lesson.note, change_id: lesson.change, owed: lesson.owed }
      end

      def self.clashes(lessons)
        Fawnmoss::Path::Calendar.clashes(lessons).map do |a, b|
          "#{a.name} at #{a.time} and #{b.name} at #{b.time} on #{a.date.strftime('%-d %B')} overlap."
        end
      end

      # Cancelled lessons to be made up.
      def self.owed(studio)
        rows = Models::LessonChange.where(studio_id: studio.id, kind: 'cancelled', owed: true).order(:on_date).all
        names = studio.pupils.to_h { [_1.id, _1.name] }
        groups = studio.groups.to_h { [_1.id, _1.name] }
        rows.map do |row|
          { change_id: row.id, **row.values.slice(:pupil_id, :group_id, :note), name: names[row.pupil_id] || groups[row.group_id], date: row.on_date.iso8601 }
        end
      end

      def self.feed(studio) = studio.feed_nonce && "/feed/#{Signed.token('calendar', studio.feed_nonce)}/lessons.ics"
      def self.holiday(row) = { id: row.id, from: row.from_date.iso8601, to: row.to_date.iso8601, name: row.name }
      private_class_method :change_of, :weekly, :shown, :owed, :holiday
    end
  end
end
