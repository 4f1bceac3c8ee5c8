# frozen_string_literal: true

module Fawnmoss
  module Notation
    # MusicXML, one part with one voice, in and out.
    module MusicXml
      # bytes: a .musicxml text or a .mxl archive. Returns Score::Tune; raises InvalidTune.
      def self.read(bytes) = Reader.new(Mxl.archive?(bytes) ? Mxl.unpack(bytes) : bytes).tune

      # Score::Tune -> MusicXML text; see Writer.
      def self.write(tune, **options) = Writer.new(tune, **options).text
    end
  end
end
