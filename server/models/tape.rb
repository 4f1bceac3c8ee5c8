# frozen_string_literal: true

module FawnmossServer
  module Models
    # A finger tape on a pupil's instrument, with the days it was put on and taken off.
    class Tape < Sequel::Model(FawnmossServer.db[:tapes])
      def to_answer = { id:, semitones:, put_on: put_on.iso8601, taken_off: taken_off&.iso8601 }
    end
  end
end
