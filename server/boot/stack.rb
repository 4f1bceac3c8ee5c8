# frozen_string_literal: true

require 'rack'
require 'rack/attack'
require 'rack/protection'
require 'rack/session'

module FawnmossServer
  module Boot
    # The order in which a request passes through: log, figures, headers, an address that can be read, JSON only, same origin, session (renewed
    # by /api alone), answers to what goes wrong below, limits, another try where the database gave up, accounts, routes.
    module Stack
      BODY = 12_000_000 # bytes of JSON: the largest file in base64, with room
      FILE = 64_000_000 # bytes of a file sent as it is; also in puma.rb, which refuses more unread

      def self.app(settings)
        Limits.set_up
        Figures.open
        Rack::Builder.new do
          [RequestLog, Figures, Headers, Readable].each { use _1 }
          use Deflate
          use Rack::Protection::HostAuthorization, permitted_hosts: settings.hosts, logger: Logger.new(IO::NULL)
          use JsonOnly, BODY, FILE
          use SameOrigin, https: settings.secure_cookies, logger: Logger.new(IO::NULL)
          use Rack::Session::Cookie, key: 'fawnmoss', secret: settings.secret, same_site: :lax, httponly: true,
                                     secure: settings.secure_cookies, expire_after: 14 * 86_400
          use OnlyApi
          [Guard, Rack::Attack, Again, Accounts].each { use _1 }
          run App
        end.to_app
      end
    end
  end
end
