# frozen_string_literal: true

module FawnmossServer
  module Boot
    # Only /api renews the session's cookie: a file that arrives late must not bring back a session that has just ended.
    class OnlyApi
      def initialize(app) = @app = app

      def call(env)
        env['rack.session.options'][:skip] = true unless env['PATH_INFO'].start_with?('/api/')
        @app.call(env)
      end
    end
  end
end
