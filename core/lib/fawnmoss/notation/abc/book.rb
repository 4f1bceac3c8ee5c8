# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # An ABC file: one tune or many (ABC 2.1, section 2.2). Each begins at its X: line; what stands before the first one holds for all; free text
      # between tunes is passed over.
      class Book
        include Refusing

        SIZE = 2_000_000 # bytes

        # A tune. title: of its first T:, or ''; lines: [[text, line number], ...].
        Piece = Value.of(:title, :lines)

        # text: a whole file. Raises InvalidTune for what is no text.
        def initialize(text)
          @text = Notation.text(text.to_s) || refuse('this is not UTF-8 text', {}, 'Save the file as UTF-8 and try again.')
          check
          @lines = music(@text.split(/\r\n|\r|\n/).each.with_index(1).to_a)
        end

        # Piece list; a text without an X: line is one tune.
        def pieces
          @pieces ||= begin
            parts = @lines.slice_before { |line, _| line.match?(/\AX:/) }.to_a
            head, tunes = parts.partition { |lines| !lines.first.first.match?(/\AX:/) }
            tunes.empty? ? [piece(@lines)] : tunes.map { piece(common(head.first || []) + up_to_blank(_1, tunes.size)) }
          end
        end

        # Piece number `index`, 0 the first. Raises InvalidTune.
        def piece_at(index)
          found = pieces[index] unless index.negative?
          found || refuse("there is no tune #{index + 1}", { field: 'tune' }, "The file has #{pieces.size}.")
        end

        # Names of the tunes other than `index`: their titles, or which they are.
        def titles_beside(index)
          pieces.each_with_index.filter_map { |piece, other| (piece.title.empty? ? "tune #{other + 1}" : piece.title) unless other == index }
        end

        # One tune that names no voice.
        def plain? = pieces.size == 1 && @lines.none? { |line, _| line.match?(/\AV:|\[V:/) }

        # Its lines as they were written; the whole text where it holds only this one.
        def text_of(index) = pieces.size == 1 ? @text : "#{piece_at(index).lines.map(&:first).join("\n")}\n"

        private

        def piece(lines)
          title = lines.lazy.filter_map { |line, _| line[/\AT:\s*(.*?)\s*(?<!\\)(?:%.*)?\z/, 1] }.first
          Piece.new(title: title.to_s.gsub('\\%', '%'), lines:)
        end

        # Without blocks that are set for a printing program: %%begintext to %%endtext and the like.
        def music(lines)
          inside = false
          lines.reject do |line, _|
            inside = true if line.match?(/\A%%begin/)
            (inside || line.start_with?('%%')).tap { inside = false if line.match?(/\A%%end/) }
          end
        end

        # The fields of the file's head that hold for every tune.
        def common(head) = head.select { |line, _| line.match?(/\A[MLQRI]:/) }

        # In a file of several tunes an empty line ends a tune; in a single one it is a slip.
        def up_to_blank(lines, tunes) = tunes > 1 ? lines.take_while { |line, _| !line.strip.empty? } : lines

        def check
          refuse('the text is empty', {}, 'Paste a tune in ABC.') if @text.strip.empty?
          refuse("the text is over #{SIZE / 1_000_000} MB", {}, 'Take fewer tunes at a time.') if @text.bytesize > SIZE
        end
      end
    end
  end
end
