# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # Parses XML from strangers: no network, no entities of the document's own, a size limit, errors with their line.
      module Xml
        SIZE = 8_000_000 # bytes

        # Returns Nokogiri::XML::Document. Raises InvalidTune.
        def self.parse(text)
          refuse("the file is over #{SIZE / 1_000_000} MB", 'Split the score.') if text.bytesize > SIZE
          document = Nokogiri::XML(mend_encoding(text)) { |options| options.strict.nonet }
          refuse('the file defines entities of its own', 'Save it again without them.') if document.internal_subset&.children&.any?
          document
        rescue Nokogiri::XML::SyntaxError => e
          line, column, what = e.message.match(/(\d+):(\d+): (?:FATAL|ERROR|WARNING): ([^\n]+)/)&.captures
          refuse("this is not well-formed XML#{": #{what}" if what}", 'Save the score again as MusicXML and try that file.',
                 line: line&.to_i, column: column&.to_i)
        end

        # Some programs write UTF-8 and declare UTF-16: without a byte order mark the declaration cannot be true.
        def self.mend_encoding(text)
          bytes = text.b
          return bytes if bytes.start_with?("\xFF\xFE".b, "\xFE\xFF".b) || !bytes.match?(/\A(\xEF\xBB\xBF)?<\?xml[^>]*UTF-16/n)

          bytes.sub('UTF-16', 'UTF-8')
        end

        def self.refuse(message, remedy, **where) = raise(InvalidTune.new(message, where:, remedy:))
        private_class_method :mend_encoding, :refuse
      end
    end
  end
end
