# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # One lesson cancelled, moved or added.
    module ChangeInput
      # Columns of the lesson_changes table.
      def self.read(fields, today)
        range = (today - 400)..(today + 800)
        kind = fields.choice('kind', %w[cancelled moved extra])
        on = day(fields, 'on', range, kind != 'extra')
        { kind:, on_date: on, to_date: day(fields, 'to', range, kind != 'cancelled'), to_time: fields.time('time'),
          minutes: fields.integer('minutes', 5..180, optional: true), note: fields.text('note', max: 200, default: ''),
          owed: kind == 'cancelled' && fields.flag('owed') == true }
      end

      # Refuses a day on which the pupil has no weekly lesson.
      def self.weekly(fields, studio, pupil, date)
        found = studio.calendar.between(date, date).find { _1.pupil == pupil.id && _1.was.nil? && _1.status != 'extra' }
        return found if found

        fields.refuse('on', "#{pupil.name} has no weekly lesson on #{date.strftime('%-d %B')}.", 'Choose the day of a weekly lesson, or add an extra one.')
      end

      def self.day(fields, name, range, wanted)
        return unless wanted

        fields.date(name, range) || fields.refuse(name, 'The day is missing.', nil)
      end
      private_class_method :day
    end
  end
end
