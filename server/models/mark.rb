# frozen_string_literal: true

module FawnmossServer
  module Models
    # One observation; only ever appended. A correction is a new mark that names the old one.
    class Mark < Sequel::Model(FawnmossServer.db[:marks])
      many_to_one :tune, class: 'FawnmossServer::Models::Tune'

      # The core's value; only for marks of a skill.
      def to_value = Fawnmoss::Path::Mark.new(skill:, value:, on: made_on, note:)
    end
  end
end
