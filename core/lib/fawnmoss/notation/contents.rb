# frozen_string_literal: true

module Fawnmoss
  module Notation
    # What is in a file: one tune or many, each with one line of notes or several. A file is read whole only where a line is taken.
    class Contents
      # A tune. index: 0 the first; title: as written; parts: Part list; why: a sentence where it cannot be read, else nil.
      Tune = Value.of(:index, :title, :parts, :why) do
        def voices = parts.sum { _1.voices.size }
      end
      # A part of a score. index: 0 the first; name: as printed; voices: names of those that have notes, as they are taken.
      Part = Value.of(:index, :name, :voices)

      # text: of the file (archives unpacked); format: 'abc' or 'musicxml'. Raises InvalidTune for what is neither.
      def self.of(text, format) = format == 'abc' ? AbcFile.new(text) : ScoreFile.new(text)

      # Tune list.
      def tunes = @tunes ||= list.freeze

      # There is nothing to choose.
      def single? = tunes.size == 1 && tunes.first.voices < 2

      # An ABC file.
      class AbcFile < Contents
        def initialize(text)
          super()
          @book = Abc::Book.new(text)
        end

        # Score::Tune of one line. Raises InvalidTune.
        def take(tune: 0, part: nil, voice: nil)
          raise InvalidTune.new("there is no part #{part + 1}", where: { field: 'part' }, remedy: 'An ABC tune has voices.') if part&.nonzero?

          Abc::Reader.new(@book.piece_at(tune)).tune(voice)
        end

        # [text, format, sentences about what is left out] of one line, as it is kept: a tune of one voice as it was written.
        def text_of(tune: 0, part: nil, voice: nil)
          score = take(tune:, part:, voice:)
          return [@book.text_of(tune), 'abc', []] if tunes[tune].voices < 2

          [Abc.write(score), 'abc', score.notices]
        end

        private

        def list = @book.pieces.each_with_index.map { |piece, index| tune(piece, index) }

        def tune(piece, index)
          voices = Abc::Reader.new(piece).voices
          named = voices.map(&:name).reject(&:empty?)
          Tune.new(index:, title: piece.title, parts: [Part.new(index: 0, name: named.join(', '), voices: voices.map(&:id).freeze)].freeze,
                   why: voices.empty? ? 'There are no notes.' : nil)
        rescue InvalidTune => e
          Tune.new(index:, title: piece.title, parts: [].freeze, why: e.text)
        end
      end

      # A MusicXML score.
      class ScoreFile < Contents
        def initialize(text)
          super()
          @text = text
          @selection = MusicXml::Selection.new(text)
        end

        # As AbcFile#take.
        def take(tune: 0, part: nil, voice: nil)
          raise InvalidTune.new("there is no tune #{tune + 1}", where: { field: 'tune' }, remedy: 'A score is one tune.') if tune.nonzero?

          MusicXml.read(@text, part:, voice:)
        end

        # As AbcFile#text_of.
        def text_of(tune: 0, part: nil, voice: nil)
          return [@text, 'musicxml', []] if single? && tune.zero?

          text, left = MusicXml::Selection.new(@text).take(part, voice)
          [text, 'musicxml', left]
        end

        private

        def list
          parts = @selection.parts.select { _1.voices.any? }.map { Part.new(index: _1.index, name: _1.name, voices: _1.voices) }
          [Tune.new(index: 0, title: @selection.title, parts: parts.freeze, why: parts.empty? ? 'There are no notes.' : nil)]
        end
      end
    end
  end
end
