# frozen_string_literal: true

module FawnmossServer
  module Models
    # A mark the teacher fixed on one note of a chart.
    class Pin < Sequel::Model(FawnmossServer.db[:pins])
      # Fawnmoss::Chart::Pin; `join` is a word of SQL, so the column has another name.
      def to_value = Fawnmoss::Chart::Pin.from_plain(values.transform_keys { _1 == :join_kind ? 'join' : _1.to_s })

      # Columns of a Fawnmoss::Chart::Pin.
      def self.columns_of(pin) = pin.to_plain.to_h { |name, value| [name == 'join' ? :join_kind : name.to_sym, value] }
    end
  end
end
