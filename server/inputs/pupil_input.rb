# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # A pupil as typed. A first name or nickname is enough; birth year, not birthday.
    module PupilInput
      SIZE = 12

      # The weekly lesson of a new pupil: columns of the slots table, or nil without a day.
      def self.slot(fields)
        weekday = fields.integer('lesson_day', 1..7, optional: true)
        time = fields.time('lesson_time')
        weekday && { weekday:, time: }
      end

      # fields: Fields; today: Date. Returns the columns of the pupils table.
      def self.read(fields, today)
        { name: fields.text('name', min: 1, max: 60), birth_year: fields.integer('birth_year', (today.year - 100)..(today.year - 3), optional: true),
          instrument: fields.choice('instrument', Fawnmoss::Catalogue::INSTRUMENTS), size: fields.text('size', max: SIZE, default: ''),
          bass_hand: fields.choice('bass_hand', %w[1-2-4 1-2-3-4], default: '1-2-4'),
          bow_hold: fields.choice('bow_hold', %w[french german], default: 'french'), days_per_week: fields.integer('days_per_week', 1..7, default: 6),
          background: fields.text('background', max: 300, default: ''),
          fourth: fields.choice('fourth', %w[open fourth either], optional: true),
          minutes_per_day: fields.integer('minutes_per_day', 5..240, default: 15),
          lesson_minutes: fields.integer('lesson_minutes', 10..180, default: 30) }
      end
    end
  end
end
