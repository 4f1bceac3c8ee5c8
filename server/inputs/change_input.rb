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

      def self.day(fields, name, range, wanted)
        return unless wanted

        fields.date(name, range) || fields.refuse(name, 'The day is missing.', nil)
      end
      private_class_method :day
    end
  end
end
