# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Reads for whom something is asked: a pupil of the studio, or an instrument.
    module Subjects
      # fields with pupil_id or instrument -> Subject. Raises Missing or InvalidInput.
      def self.read(studio, fields, today)
        id = fields.integer('pupil_id', 1..(10**18), optional: true)
        return Subject.pupil(studio.pupil(id), today) if id

        Subject.instrument(fields.choice('instrument', Fawnmoss::Catalogue::INSTRUMENTS), studio)
      end
    end
  end
end
