# frozen_string_literal: true

module FawnmossServer
  module Actions
    # The warm-up of body and bow hand for a pupil, cut to the minutes there are.
    module WarmUps
      def self.read(pupil, fields, today)
        minutes = fields.integer('minutes', Fawnmoss::Practice::Routine::MINUTES, default: 5)
        date = Inputs::PlanInput.date(fields, today) || today
        routine = routine(pupil, date)
        { pupil: pupil.values.slice(:id, :name, :instrument, :size), minutes:, date: date.iso8601,
          steps: routine.steps(minutes:, day: date.yday).map(&:to_h), all: routine.all.map(&:to_h) }
      end

      def self.routine(pupil, date)
        Fawnmoss::Practice::Routine.new(FawnmossServer.catalogue.warm_ups, instrument: pupil.instrument, schools: pupil.schools, age: pupil.age(date))
      end
    end
  end
end
