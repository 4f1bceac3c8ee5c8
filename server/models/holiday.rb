# frozen_string_literal: true

module FawnmossServer
  module Models
    # Days without weekly lessons.
    class Holiday < Sequel::Model(FawnmossServer.db[:holidays])
      def to_value = Fawnmoss::Path::Calendar::Holiday.new(id:, from: from_date, to: to_date, name:)
    end
  end
end
