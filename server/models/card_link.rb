# frozen_string_literal: true

module FawnmossServer
  module Models
    # The private address of a card.
    class CardLink < Sequel::Model(FawnmossServer.db[:card_links])
      extend Pointing

      DAYS = 120
      KIND = 'card link'
      points_at :card

      dataset_module do
        def live = where(revoked_at: nil).where { expires_at > Time.now.utc }.order(Sequel.desc(:id))
      end

      # The live link behind a token, or nil: for unknown, forged, revoked and expired ones and those of a closed studio alike.
      def self.open(token)
        nonce = Signed.open(KIND, token)
        nonce && live.where(studio_id: Studio.not_closed.select(:id)).first(nonce:)
      end

      def token = Signed.token(KIND, nonce)
    end
  end
end
