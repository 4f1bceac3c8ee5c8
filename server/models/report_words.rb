# frozen_string_literal: true

module FawnmossServer
  module Models
    # The teacher's own words in the report of a pupil's term.
    class ReportWords < Sequel::Model(FawnmossServer.db[:report_words])
      include Locking

      def to_answer = { words:, note:, lock_version: }
    end
  end
end
