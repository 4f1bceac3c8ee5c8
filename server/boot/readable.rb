# frozen_string_literal: true

module FawnmossServer
  module Boot
    # Addresses that nothing below can read are refused here, once: bad percent signs, what is not UTF-8, control characters, parameters
    # nested too deep or too many.
    class Readable
      REMEDY = 'Open the page again from its start.'

      def initialize(app) = @app = app

      def call(env)
        return @app.call(env) if readable?(env)

        env['fawnmoss.error'] = 'an address that cannot be read'
        Answer.error(400, 'This address cannot be read.', remedy: REMEDY)
      end

      private

      def readable?(env)
        path = env['PATH_INFO'].to_s
        clean?(path) && clean?(Rack::Utils.unescape_path(path)) && all_clean?(Rack::Utils.parse_nested_query(env['QUERY_STRING'].to_s))
      rescue ArgumentError, RangeError, EncodingError, TypeError, Rack::QueryParser::ParameterTypeError, Rack::QueryParser::InvalidParameterError
        false
      end

      def all_clean?(value)
        case value
        when Hash then value.all? { |name, inner| clean?(name) && all_clean?(inner) }
        when Array then value.all? { all_clean?(_1) }
        else value.nil? || clean?(value)
        end
      end

      def clean?(text)
        utf8 = text.dup.force_encoding(Encoding::UTF_8)
        utf8.valid_encoding? && !utf8.match?(/[[:cntrl:]]/)
      end
    end
  end
end
