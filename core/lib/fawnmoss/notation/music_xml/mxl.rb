# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # Takes the score out of a compressed .mxl archive, within limits: an archive is refused when it is large, holds
      # many files, or swells beyond what a tune can be (a zip bomb).
      module Mxl
        PACKED = 2_000_000    # bytes
        UNPACKED = 8_000_000  # bytes
        FILES = 40
        CONTAINER = 'META-INF/container.xml'

        def self.archive?(bytes) = bytes.byteslice(0, 4) == "PK\x03\x04".b

        # Returns the score's XML text. Raises InvalidTune.
        def self.unpack(bytes)
          refuse("the file is over #{PACKED / 1_000_000} MB") if bytes.bytesize > PACKED
          ZipBuffer.open_buffer(StringIO.new(bytes)) do |archive|
            refuse("the archive holds more than #{FILES} files") if archive.size > FILES
            return read(archive, score_name(archive))
          end
        rescue Zip::Error, Zlib::Error, EOFError, ArgumentError, NoMethodError, TypeError
          refuse('the archive is damaged')
        end

        def self.score_name(archive)
          if archive.find_entry(CONTAINER)
            container = Xml.parse(read(archive, CONTAINER))
            return container.at_xpath('//*[local-name()="rootfile"]/@full-path')&.value.to_s
          end
          archive.map(&:name).find { _1.match?(%r{\A[^./][^/]*\.(musicxml|xml)\z}) }.to_s
        end

        # Reads no more than the limit, whatever size the entry claims.
        def self.read(archive, name)
          entry = archive.find_entry(name)
          refuse('the archive holds no score') unless entry&.file?
          text = entry.get_input_stream { |stream| stream.read(UNPACKED + 1) }.to_s
          refuse("the score is over #{UNPACKED / 1_000_000} MB when unpacked") if text.bytesize > UNPACKED
          text
        end

        def self.refuse(message) = raise(InvalidTune.new(message, remedy: 'Save the score again as MusicXML and try that file.'))
        private_class_method :score_name, :read, :refuse
      end
    end
  end
end
