# frozen_string_literal: true

require 'rack/protection'

module FawnmossServer
  module Boot
    # Changes are taken from our own page only; the answer to others is JSON like every answer. Behind TLS that needs a balancer that says so: without
    # its word every page would look like another site's.
    class SameOrigin < Rack::Protection::HttpOrigin
      UNSAID = 'FAWNMOSS_HTTPS is yes, but whatever stands before this server does not say X-Forwarded-Proto: https'

      # https: people reach the server through TLS.
      def initialize(app, https: false, **options)
        @https = https
        super(app, options)
      end

      def call(env)
        warn_once if unsaid?(env)
        super
      end

      def default_reaction(env)
        unsaid?(env) ? Answer.error(403, "#{UNSAID}.", remedy: 'Tell who keeps the server.') : Answer.error(403, 'This request came from another site.')
      end

      private

      def unsaid?(env) = @https && Rack::Request.new(env).scheme == 'http' && !Figures.from_here?(env)

      def warn_once
        return if @warned

        @warned = true
        Log.say(settings: UNSAID)
      end
    end
  end
end
