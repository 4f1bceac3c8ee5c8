# frozen_string_literal: true

module FawnmossServer
  module Models
    # A weekly lesson of a pupil or a group, from a day on and, when it ended, up to one.
    class Slot < Sequel::Model(FawnmossServer.db[:slots])
      # key: of the pupil or the group.
      def to_value(name, key = pupil_id) = Fawnmoss::Path::Calendar::Slot.new(id:, pupil: key, name:, weekday:, time:, minutes:, from: from_date, to: to_date)
      def to_answer = { id:, weekday:, time:, minutes:, from: from_date.iso8601, to: to_date&.iso8601 }
    end
  end
end
