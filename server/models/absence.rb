# frozen_string_literal: true

module FawnmossServer
  module Models
    # A time in which a pupil does not come: paused, or left.
    class Absence < Sequel::Model(FawnmossServer.db[:absences])
      def to_value = Fawnmoss::Path::Absence.new(id:, pupil: pupil_id, kind:, from: from_date, back: back_on, note:)
    end
  end
end
