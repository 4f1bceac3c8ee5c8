# frozen_string_literal: true

module FawnmossServer
  module Models
    # Something said or asked from behind a card's link.
    class HomeNote < Sequel::Model(FawnmossServer.db[:home_notes])
      MOST = 40 # a card

      def to_answer = { id:, card_id:, text:, on: said_on.iso8601, answer: }
    end
  end
end
