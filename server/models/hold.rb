# frozen_string_literal: true

module FawnmossServer
  module Models
    # Pain reported, from a card or in a lesson; it stands until the teacher clears it.
    class Hold < Sequel::Model(FawnmossServer.db[:holds])
      def to_value = Fawnmoss::Path::Hold.new(skill:, on: held_on, from: source, note:)
      def to_answer = { id:, skill:, on: held_on.iso8601, words: to_value.words, cleared_on: cleared_on&.iso8601 }
    end
  end
end
