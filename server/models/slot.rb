# frozen_string_literal: true

module FawnmossServer
  module Models
    # A weekly lesson of a pupil or a group, from a day on and, when it ended, up to one.
    class Slot < Sequel::Model(FawnmossServer.db[:slots])
      # Fawnmoss::Path::Calendar::Slot list of a pupil's or a group's, or one without a day. minutes: how long its lessons usually are.
      def self.values_of(whom, minutes)
        about = { pupil: whom.key, name: whom.name }
        whom.slots.any? ? whom.slots.map { _1.to_value(**about) } : [Fawnmoss::Path::Calendar::Slot.new(**about, minutes:)]
      end

      # whose: key and name.
      def to_value(**whose) = Fawnmoss::Path::Calendar::Slot.new(id:, weekday:, time:, minutes:, from: from_date, to: to_date, **whose)
      def to_answer = { id:, weekday:, time:, minutes:, from: from_date.iso8601, to: to_date&.iso8601 }
    end
  end
end
