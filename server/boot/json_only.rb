# frozen_string_literal: true

module FawnmossServer
  module Boot
    # The API speaks JSON and nothing else, but for files sent as they are: a form on another site cannot send either. Too large a body is refused unread.
    class JsonOnly
      SAFE = %w[GET HEAD OPTIONS].freeze
      FILES = { '/api/handover' => 'application/zip' }.freeze # which places take a file, and of what type

      # limit, file: bytes of JSON and of a file.
      def initialize(app, limit, file)
        @app = app
        @limit = limit
        @file = file
      end

      def call(env)
        return @app.call(env) if SAFE.include?(env['REQUEST_METHOD'])

        type = FILES.fetch(env['PATH_INFO'], 'application/json')
        most = type == 'application/json' ? @limit : @file
        return Answer.error(413, 'That is too large to take in one go.', remedy: 'Send a smaller file.') if env['CONTENT_LENGTH'].to_i > most
        return Answer.error(411, 'The request does not say how long it is.') if env['HTTP_TRANSFER_ENCODING'] && !env['CONTENT_LENGTH']
        return @app.call(env) if env['CONTENT_TYPE'].to_s.start_with?(type)

        Answer.error(415, "Only #{type == 'application/json' ? 'JSON' : type} is understood here.")
      end
    end
  end
end
