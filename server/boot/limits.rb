# frozen_string_literal: true

require 'rack/attack'

module FawnmossServer
  module Boot
    # How often a source, or a studio, may ask for what costs much (Attempts). More is answered with 429 and when to try again.
    module Limits
      WINDOW = 600 # seconds

      # name, what it is counted by, and when: a path that it is about.
      BY_SOURCE = { sign_ups: ['POST', %r{\A/api/(create-account|open-studio)/?\z}],
                    forgotten: ['POST', %r{\A/api/(forgotten|new-password|change-address|new-address|people|invitation|invitation/answer)/?\z}],
                    links: [nil, %r{\A/api/link/}], feeds: [nil, %r{\A/feed/}] }.freeze
      BY_ACCOUNT = { pdfs: ['GET', /\.pdf\z/], imports: ['POST', %r{\A/api/(tunes|archive|handover)\z}] }.freeze

      def self.set_up
        Rack::Attack.cache.store = Attempts::Store.new
        Rack::Attack.clear_configuration
        BY_SOURCE.each { |name, about| throttle(name, *about, &:ip) }
        BY_ACCOUNT.each { |name, about| throttle(name, *about) { |request| request.env['rack.session']['account_id'] } }
        Rack::Attack.throttled_responder = ->(request) { answer(request.env['rack.attack.match_data'][:period]) }
      end

      def self.throttle(name, method, path, &by)
        Rack::Attack.throttle(name.to_s, limit: Attempts.limit(name), period: WINDOW) do |request|
          by.call(request) if (method.nil? || request.request_method == method) && request.path.match?(path)
        end
      end
      private_class_method :throttle

      # seconds: until it can be tried again, at most.
      def self.answer(seconds)
        status, headers, body = Answer.error(429, 'That was asked for too often in a short time.', code: 'often',
remedy: "Try again in #{(seconds / 60.0).ceil} minutes.")
        [status, { **headers, 'retry-after' => seconds.to_s }, body]
      end
    end
  end
end
