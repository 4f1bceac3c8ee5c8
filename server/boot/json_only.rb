# frozen_string_literal: true

module FawnmossServer
  module Boot
    # The API speaks JSON and nothing else, but for files sent as they are: a form on another site cannot send either. Too large a body is refused unread.
    class JsonOnly
      SAFE = %w[GET HEAD OPTIONS].freeze
      ZIP = 'application/zip'
      BYTES = 'application/octet-stream'
      PIECE = %r{\A/api/(link/[\w-]+/)?takes/\d+/pieces/\d+\z} # of a recording

      # limit, file: bytes of JSON and of a file.
      def initialize(app, limit, file)
        @app = app
        @limit = limit
        @file = file
      end

      def call(env)
        return @app.call(env) if SAFE.include?(env['REQUEST_METHOD'])

        type = type(env['PATH_INFO'])
        most = { 'application/json' => @limit, ZIP => @file, BYTES => Models::Take::PIECE }.fetch(type)
        return Answer.error(413, 'That is too large to take in one go.', remedy: 'Send a smaller file.') if env['CONTENT_LENGTH'].to_i > most
        return Answer.error(411, 'The request does not say how long it is.') if env['HTTP_TRANSFER_ENCODING'] && !env['CONTENT_LENGTH']
        return @app.call(env) if env['CONTENT_TYPE'].to_s.start_with?(type)

        Answer.error(415, "Only #{type == 'application/json' ? 'JSON' : type} is understood here.")
      end

      private

      # What a place takes.
      def type(path)
        return ZIP if path == '/api/handover'

        path.match?(PIECE) ? BYTES : 'application/json'
      end
    end
  end
end
