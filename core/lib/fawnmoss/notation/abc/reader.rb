# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # Reads one voice of one tune in ABC 2.1. What is read, what is left out and what is refused is written down in docs/formats.md.
      #   Reader.new(Book.new("X:1\nT:Steps\nM:4/4\nL:1/4\nK:D\nD E F G|]").pieces.first).tune.bars.size # => 1
      # Raises InvalidTune.
      class Reader
        include Refusing

        SIZE = 200_000 # bytes of one tune

        # A voice of a tune. id: as written; name: as printed, or ''.
        Voice = Value.of(:id, :name)

        # piece: Book::Piece.
        def initialize(piece)
          refuse("the text is over #{SIZE / 1000} kB", {}, 'One tune at a time, please.') if piece.lines.sum { |line, _| line.bytesize + 1 } > SIZE
          @header = Header.new
          @lines = piece.lines
        end

        # Voice list of those that have notes, in the order met.
        def voices
          lines_of_music.filter_map { |id, line| Voice.new(id:, name: @header.voice_name(id)) unless line.sounds.zero? }
        end

        # voice: id, or nil for the first that has notes. Returns Score::Tune.
        def tune(voice = nil)
          music = lines_of_music
          id = voice || voices.first&.id || music.keys.first
          line = music[id] or refuse("there is no voice #{id}", { field: 'voice' }, "Choose #{voices.map(&:id).join(', ')}.")
          build(line, id)
        end

        private

        # { voice => Line } of everything after the header.
        def lines_of_music
          @lines_of_music ||= begin
            body = @lines.drop(read_header)
            refuse('no key line', { line: @lines.last&.last || 1 }, 'End the header with a K: line, such as K:G.') unless @header.key
            Voices.new(@header).read(body)
          end
        end

        # Reads up to and with the K: line; returns how many lines that took.
        def read_header
          @lines.each_with_index do |(text, number), index|
            content = text.sub(/(?<!\\)%.*/, '').strip
            next if content.empty?

            match = /\A([A-Za-z+]):\s*(.*)\z/.match(content)
            next if match.nil? && index.positive? && @lines[index - 1].first.sub(/%.*/, '').strip.end_with?('\\') # goes on from the line before

            refuse('music before the key line', { line: number, column: 1 }, 'Put X:, T:, M:, L: and K: lines first.') unless match
            @header.take(match[1], match[2], { line: number, column: 1 })
            return index + 1 if match[1] == 'K'
          end
          @lines.size
        end

        def build(line, id)
          left_out = (@header.left_out + line.left_out).uniq.map { "Left out: #{_1}." }
          words = Score::Direction.of(:words, @header.tempo&.words)
          begins = { key: @header.key, meter: @header.meter || :free, tempo: @header.tempo&.rate, clef: @header.clef(id) }
          Assembler.tune([*words && [words], *line.events], **begins, title: @header.title, composer: @header.composer,
                         notices: [*left_out, *others(id), *line.notices])
        end

        # What is said of the other voices: those with a printed name by it.
        def others(id)
          named, plain = (voices.map(&:id) - [id]).partition { !@header.voice_name(_1).empty? }
          Notation.left_out([*named.map { @header.voice_name(_1) }, *("voice #{plain.join(', ')}" if plain.any?)])
        end
      end
    end
  end
end
