# frozen_string_literal: true

module Fawnmoss
  module Notation
    # ABC 2.1, the part of it that one line of a beginner's tune needs.
    module Abc
      # text -> Score::Tune; raises InvalidTune with line and column.
      def self.read(text) = Reader.read(text)

      # Score::Tune -> text that Reader gives back as the same tune. clef: 'treble' .. or nil to leave it as it was read.
      def self.write(tune, clef: nil) = Writer.new(tune, clef:).text
    end
  end
end
