# frozen_string_literal: true

module FawnmossServer
  module Models
    # That a pupil may be recorded: who said so, where and when, and when it was taken back.
    class Consent < Sequel::Model(FawnmossServer.db[:consents])
      dataset_module do
        def live = where(withdrawn_on: nil)
      end

      def to_answer = { given_by:, given_at:, given_on: given_on.to_date.iso8601 }
    end
  end
end
