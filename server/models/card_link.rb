# frozen_string_literal: true

require 'openssl'

module FawnmossServer
  module Models
    # The private address of a card. The database holds only a nonce; the address also carries its signature under the
    # server's secret, so neither a guess nor a copy of the table opens a card.
    class CardLink < Sequel::Model(FawnmossServer.db[:card_links])
      DAYS = 120
      many_to_one :card, class: 'FawnmossServer::Models::Card'

      dataset_module do
        def live = where(revoked_at: nil).where { expires_at > Time.now.utc }.order(Sequel.desc(:id))
      end

      # The live link behind a token, or nil: for unknown, forged, revoked and expired ones alike.
      def self.open(token)
        nonce, signature = token.to_s.match(/\A([A-Za-z0-9_-]{22})([A-Za-z0-9_-]{43})\z/)&.captures
        return unless nonce && Rack::Utils.secure_compare(sign(nonce), signature)

        live.first(nonce:)
      end

      def self.sign(nonce)
        [OpenSSL::HMAC.digest('SHA256', FawnmossServer.settings.secret, "card link #{nonce}")].pack('m0').tr('+/', '-_').delete('=')
      end

      def token = "#{nonce}#{self.class.sign(nonce)}"
    end
  end
end
