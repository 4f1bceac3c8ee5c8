# frozen_string_literal: true

module FawnmossServer
  module Models
    # What was issued to a pupil: numbered, dated, written once. Whether its link works is kept apart (CardLink).
    class Card < Sequel::Model(FawnmossServer.db[:cards])
      extend Pointing

      plugin :serialization, :json, :body
      points_at :pupil
      one_to_many :links, class: 'FawnmossServer::Models::CardLink', key: :card_id, order: Sequel.desc(:id)

      one_to_many :reports, class: 'FawnmossServer::Models::CardReport', key: :card_id

      SHORT = (columns - %i[body demands spots]).freeze # what a list of cards shows

      def before_update = raise(Sequel::Error, 'a card is never changed after it was issued')
      def live_link = links_dataset.live.first
    end
  end
end
