# frozen_string_literal: true

module Fawnmoss
  module Notation
    # ABC 2.1: files of one tune or many, with one voice or several.
    module Abc
      # text -> Score::Tune. tune: which one of the file, 0 the first; voice: its id, nil for the first that has notes. Raises InvalidTune with
      # line and column. Its notices name the tunes that are not read.
      def self.read(text, tune: 0, voice: nil)
        book = Book.new(text)
        score = Reader.new(book.piece_at(tune)).tune(voice)
        others = book.titles_beside(tune)
        others.any? ? score.copy(notices: [*score.notices, Notation.left_out(others)]) : score
      end

      # Score::Tune -> text that Reader gives back as the same tune. clef: 'treble' .. or nil to leave it as it was read.
      def self.write(tune, clef: nil) = Writer.new(tune, clef:).text
    end
  end
end
