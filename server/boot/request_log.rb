# frozen_string_literal: true

require 'securerandom'

module FawnmossServer
  module Boot
    # One JSON line per request with its id, which the answer carries too. No names, bodies, queries or link tokens.
    class RequestLog
      def initialize(app, out = $stdout)
        @app = app
        @out = out
      end

      def call(env)
        id = env['fawnmoss.request_id'] = SecureRandom.hex(6)
        started = Clock.now
        status, headers, body = @app.call(env)
        write(env, id, status, started)
        [status, headers.merge('x-request-id' => id), body]
      end

      private

      def write(env, id, status, started)
        path = env['PATH_INFO'].sub(%r{\A(/k|/api/link|/feed)/.*}, '\1/...')
        line = { id:, method: env['REQUEST_METHOD'], path:, status:, ms: ((Clock.now - started) * 1000).round(1) }
        line[:error] = env['fawnmoss.error'] if env['fawnmoss.error']
        Log.say(out: @out, **line)
      end
    end
  end
end
