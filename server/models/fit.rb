# frozen_string_literal: true

module FawnmossServer
  module Models
    # One measuring of a pupil and the instrument; only appended.
    class Fit < Sequel::Model(FawnmossServer.db[:fits])
      def to_answer = { id:, measured_on: measured_on.iso8601, arm_cm: arm_cm&.to_f, string_mm: string_mm&.to_f, size:, note: }
    end
  end
end
