# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # Parses XML from strangers: no network, no entities of the document's own, limits that are checked before a tree is built (building
      # one can take minutes: the parser compares every attribute of an element with every other), errors with their line.
      module Xml
        SIZE = 8_000_000 # bytes
        ELEMENTS = 250_000
        PARTS = 120
        ATTRIBUTES = 60 # of one element
        # The start of an element with more attributes than that: each is a stretch without quotes and one between quotes.
        CROWDED = /<[^\s"'<>]+(?>[^"'<>]+(?:"[^"]*"|'[^']*')){#{ATTRIBUTES + 1}}/n
        LATIN = /\A\s*<\?xml[^>]*encoding\s*=\s*["'](?:iso-8859-1|windows-1252)["']/ni

        # Returns Nokogiri::XML::Document. Raises InvalidTune. Depth is bounded by the parser itself (256).
        def self.parse(text)
          refuse("the file is over #{SIZE / 1_000_000} MB", 'Split the score.') if text.bytesize > SIZE
          plain = decoded(text.b)
          check(plain.b)
          Nokogiri::XML(plain, nil, 'UTF-8') { |options| options.strict.nonet }
        rescue Nokogiri::XML::SyntaxError => e
          line, column, what = e.message.match(/(\d+):(\d+): (?:FATAL|ERROR|WARNING): ([^\n]+)/)&.captures
          refuse("this is not well-formed XML#{": #{what}" if what}", 'Save the score again as MusicXML and try that file.',
                 line: line&.to_i, column: column&.to_i)
        end

        # What the bytes themselves show.
        def self.check(bytes)
          refuse('the file defines entities of its own', 'Save it again without them.') if bytes.match?(/<!ENTITY/n)
          refuse("the score has more than #{ELEMENTS} elements", 'Export one part alone.') if bytes.count('<') - bytes.scan('</').size > ELEMENTS
          refuse("the score has more than #{PARTS} parts", 'Export one part alone.') if bytes.scan(/<part[\s>]/n).size > PARTS
          refuse("an element has more than #{ATTRIBUTES} attributes", 'Save the score again as MusicXML and try that file.') if bytes.match?(CROWDED)
        end

        # The text in UTF-8, whatever the file declares: some programs write UTF-8 and declare UTF-16. What is not UTF-8 is taken for
        # the western European encoding only where it says so.
        def self.decoded(bytes)
          text = Notation.utf8(bytes)
          return text if text

          refuse('the file is neither UTF-8 nor UTF-16 text', 'Save it as UTF-8 and try again.') unless bytes.match?(LATIN)
          Notation.western(bytes)
        end

        def self.refuse(message, remedy, **where) = raise(InvalidTune.new(message, where:, remedy:))
        private_class_method :check, :decoded, :refuse
      end
    end
  end
end
