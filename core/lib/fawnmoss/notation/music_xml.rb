# frozen_string_literal: true

module Fawnmoss
  module Notation
    # MusicXML, one voice of one part, in and out.
    module MusicXml
      # bytes: a .musicxml text or a .mxl archive. part: 0 the first, nil for the first that has notes; voice: its name, nil for the first.
      # Returns Score::Tune; raises InvalidTune.
      def self.read(bytes, part: nil, voice: nil) = Reader.new(text(bytes), part:, voice:).tune

      # The XML text of a .musicxml text or a .mxl archive.
      def self.text(bytes) = Mxl.archive?(bytes) ? Mxl.unpack(bytes) : bytes

      # Score::Tune -> MusicXML text; see Writer.
      def self.write(tune, **options) = Writer.new(tune, **options).text
    end
  end
end
