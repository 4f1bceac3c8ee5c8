# frozen_string_literal: true

require 'openssl'

module FawnmossServer
  # Private addresses: the database holds only a nonce; the address also carries its signature under the server's secret, so
  # neither a guess nor a copy of the table opens anything.
  module Signed
    FORM = /\A([A-Za-z0-9_-]{22})([A-Za-z0-9_-]{43})\z/

    def self.nonce = SecureRandom.urlsafe_base64(16)
    def self.token(kind, nonce) = "#{nonce}#{sign(kind, nonce)}"

    # The nonce of a token that was signed here for this kind, else nil.
    def self.open(kind, token)
      nonce, signature = token.to_s.match(FORM)&.captures
      nonce if nonce && Rack::Utils.secure_compare(sign(kind, nonce), signature)
    end

    def self.sign(kind, nonce)
      [OpenSSL::HMAC.digest('SHA256', FawnmossServer.settings.secret, "#{kind} #{nonce}")].pack('m0').tr('+/', '-_').delete('=')
    end
    private_class_method :sign
  end
end
