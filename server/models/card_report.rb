# frozen_string_literal: true

module FawnmossServer
  module Models
    # One thing told from behind a card's link: an item done so often, minutes of a day, or pain.
    class CardReport < Sequel::Model(FawnmossServer.db[:card_reports])
      MOST = 2000 # a card

      # The reports of cards that stand: the latest of a kind, day and item. ids: of cards.
      def self.standing(ids) = where(card_id: ids).order(:id).all.to_h { [[_1.card_id, _1.kind, _1.day, _1.item], _1] }.values
    end
  end
end
