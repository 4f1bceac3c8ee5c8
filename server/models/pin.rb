# frozen_string_literal: true

module FawnmossServer
  module Models
    # A mark the teacher fixed on one note of a chart.
    class Pin < Sequel::Model(FawnmossServer.db[:pins])
      def to_value = Fawnmoss::Chart::Pin.new(note:, string:, finger:, position:, direction: direction&.to_sym, join: join_kind&.to_sym)
      def to_answer = { note:, string:, finger:, position:, direction:, join: join_kind }
    end
  end
end
