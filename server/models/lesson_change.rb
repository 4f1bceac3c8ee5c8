# frozen_string_literal: true

module FawnmossServer
  module Models
    # One lesson that differs from the weekly ones: cancelled, moved or extra.
    class LessonChange < Sequel::Model(FawnmossServer.db[:lesson_changes])
      def to_value
        pupil = pupil_id || Group.key_of(group_id)
        Fawnmoss::Path::Calendar::Change.new(id:, pupil:, kind:, on: on_date, to: to_date, time: to_time, minutes:, note:, owed:)
      end
    end
  end
end
