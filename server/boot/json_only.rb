# frozen_string_literal: true

module FawnmossServer
  module Boot
    # The API speaks JSON and nothing else: a form on another site cannot send it. Too large a body is refused unread.
    class JsonOnly
      SAFE = %w[GET HEAD OPTIONS].freeze

      def initialize(app, limit)
        @app = app
        @limit = limit
      end

      def call(env)
        return @app.call(env) if SAFE.include?(env['REQUEST_METHOD'])
        return Answer.error(413, 'That is too large to take in one go.', remedy: 'Send a smaller file.') if env['CONTENT_LENGTH'].to_i > @limit
        return Answer.error(411, 'The request does not say how long it is.') if env['HTTP_TRANSFER_ENCODING'] && !env['CONTENT_LENGTH']
        return @app.call(env) if env['CONTENT_TYPE'].to_s.start_with?('application/json')

        Answer.error(415, 'Only JSON is understood here.')
      end
    end
  end
end
