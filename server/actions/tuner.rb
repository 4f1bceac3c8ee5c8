# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What the tuner of a pupil's instrument goes by.
    module Tuner
      # fields: pupil_id or instrument.
      def self.answer(studio, fields, today)
        subject = Subjects.read(studio, fields, today)
        { instrument: subject.instrument.id, temperament: studio.house.temperament, **Fawnmoss::Listening::Aims.of(subject.instrument, studio.house.asked) }
      end
    end
  end
end
