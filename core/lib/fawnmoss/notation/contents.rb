# frozen_string_literal: true

module Fawnmoss
  module Notation
    # What is in a file: one tune or many, each with one line of notes or several. A file is read whole only where a line is taken.
    class Contents
      # A tune. index: 0 the first; title: as written; parts: Part list; why: a sentence where it cannot be read, else nil.
      Tune = Value.of(:index, :title, :parts, :why) do
        def voices = parts.sum { _1.voices.size }
      end
      # A part of a score. index: 0 the first; name: as printed; voices: names of those that have notes, as they are taken; printed: what those are
      # called on the page, '' for nothing, or nil where voices have no names of their own.
      Part = Value.of(:index, :name, :voices, :printed) do
        # voice: as in voices, nil for the first.
        def name_of(voice)
          own = printed && printed[voice ? voices.index(voice) || 0 : 0]
          return own unless own.to_s.empty?

          [(name unless printed), ("voice #{voice}" if voice && voices.size > 1)].compact.reject(&:empty?).join(', ')
        end
      end

      # text: of the file (archives unpacked), bytes for MIDI; format: 'abc', 'musicxml' or 'midi'. Raises InvalidTune for what is none.
      def self.of(text, format) = { 'abc' => AbcFile, 'musicxml' => ScoreFile, 'midi' => MidiFile }.fetch(format).new(text)

      # Tune list.
      def tunes = @tunes ||= list.freeze

      # There is nothing to choose.
      def single? = tunes.size == 1 && tunes.first.voices < 2

      # What a line is called: its voice's printed name, else its part's, and its voice where the part has several; '' for nothing.
      def name_of(tune: 0, part: nil, voice: nil)
        listed = tune_at(tune)&.parts || []
        found = part ? listed.find { _1.index == part } : listed.first
        found ? found.name_of(voice) : ''
      end

      private

      def tune_at(index) = tunes[index]

      def missing(field, name) = raise(InvalidTune.new("there is no #{field} #{name}", where: { field: }, remedy: 'Choose one that is listed.'))

      # An ABC file.
      class AbcFile < Contents
        def initialize(text)
          super()
          @book = Abc::Book.new(text)
        end

        # Score::Tune of one line. Raises InvalidTune.
        def take(tune: 0, part: nil, voice: nil)
          missing('part', part + 1) if part&.nonzero?
          reader(tune).tune(voice)
        end

        # [text, format, sentences about what is left out] of one line, as it is kept: a tune of one voice as it was written.
        def text_of(tune: 0, part: nil, voice: nil)
          return [@book.text_of(0), 'abc', []] if @book.plain? && tune.zero?

          score = take(tune:, part:, voice:)
          reader(tune).voices.size < 2 ? [@book.text_of(tune), 'abc', []] : [Abc.write(score), 'abc', score.notices]
        end

        # A tune that names no voice need not be read for it.
        def single? = @book.plain? || super

        private

        # Without reading the others of a book.
        def tune_at(index) = listed(@book.piece_at(index), index)

        def reader(index) = (@readers ||= {})[index] ||= Abc::Reader.new(@book.piece_at(index))

        def list = @book.pieces.each_with_index.map { |piece, index| listed(piece, index) }

        def listed(piece, index)
          voices = reader(index).voices
          named = voices.map(&:name).reject(&:empty?)
          part = Part.new(index: 0, name: named.join(', '), voices: voices.map(&:id).freeze, printed: (voices.map(&:name).freeze if named.any?))
          Tune.new(index:, title: piece.title, parts: [part].freeze, why: voices.empty? ? 'There are no notes.' : nil)
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
          missing('tune', tune + 1) if tune.nonzero?
          MusicXml.read(@text, part:, voice:)
        end

        # As AbcFile#text_of.
        def text_of(tune: 0, part: nil, voice: nil)
          missing('tune', tune + 1) if tune.nonzero?
          return [@text, 'musicxml', []] if single?

          text, left = MusicXml::Selection.new(@text).take(part, voice)
          [text, 'musicxml', left]
        end

        private

        def list
          parts = @selection.parts.select { _1.voices.any? }
          [Tune.new(index: 0, title: @selection.title, parts: parts.freeze, why: parts.empty? ? 'There are no notes.' : nil)]
        end
      end

      # A MIDI file: its lines are parts of one voice. It is kept as ABC, as it was worked out.
      class MidiFile < Contents
        def initialize(bytes)
          super()
          @bytes = bytes
          @sequence = MidiIn::Sequence.new(bytes)
        end

        # As AbcFile#take. how: MidiIn::How.
        def take(tune: 0, part: nil, voice: nil, how: MidiIn::How::GUESSED)
          missing('tune', tune + 1) if tune.nonzero?
          missing('voice', voice) unless [nil, '1'].include?(voice)
          missing('part', part + 1) unless part.nil? || part.between?(0, @sequence.lines.size - 1)
          MidiIn.read(@bytes, line: part, how:)
        end

        # As AbcFile#text_of.
        def text_of(**line)
          score = take(**line)
          [Abc.write(score), 'abc', score.notices]
        end

        private

        def list
          parts = @sequence.lines.each_with_index.map { |line, index| Part.new(index:, name: line.name, voices: ['1'].freeze) }
          [Tune.new(index: 0, title: @sequence.title, parts: parts.freeze, why: parts.empty? ? 'There are no notes.' : nil)]
        end
      end
    end
  end
end
