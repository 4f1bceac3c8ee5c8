# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # Reads one single-voice tune in ABC 2.1. The subset is written down in docs/formats.md; anything outside it is
      # refused with its line and column.
      #   Reader.read("X:1\nT:Steps\nM:4/4\nL:1/4\nK:D\nD E F G|]").bars.size # => 1
      # Raises InvalidTune.
      class Reader
        SIZE = 200_000 # bytes

        def self.read(text) = new(text).tune

        def initialize(text)
          @text = text.to_s.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
          @header = Header.new
        end

        # Returns Score::Tune.
        def tune
          check_text
          lines = @text.split(/\r\n|\r|\n/).each.with_index(1).to_a
          body = lines.drop(read_header(lines))
          refuse('no key line', { line: lines.size }, 'End the header with a K: line, such as K:G.') unless @header.key
          refuse('no meter line', { line: 1 }, 'Add an M: line before K:, such as M:4/4.') unless @header.meter
          music = Body.new(@header)
          build(music.read(body), (@header.left_out + music.left_out).uniq)
        end

        private

        def check_text
          refuse('this is not UTF-8 text', {}, 'Save the file as UTF-8 and try again.') unless @text.valid_encoding?
          @text = Notation.plain(@text)
          refuse('the text is empty', {}, 'Paste a tune in ABC.') if @text.strip.empty?
          refuse("the text is over #{SIZE / 1000} kB", {}, 'One tune at a time, please.') if @text.bytesize > SIZE
        end

        # Reads up to and with the K: line; returns how many lines that took.
        def read_header(lines)
          lines.each_with_index do |(line, number), index|
            content = line.sub(/(?<!\\)%.*/, '').strip
            next if content.empty?

            match = /\A([A-Za-z]):\s*(.*)\z/.match(content)
            refuse('music before the key line', { line: number, column: 1 }, 'Put X:, T:, M:, L: and K: lines first.') unless match
            @header.take(match[1], match[2], { line: number, column: 1 })
            return index + 1 if match[1] == 'K'
          end
          lines.size
        end

        def build((bars, pickup), left_out)
          Score::Tune.new(title: @header.title, composer: @header.composer, key: @header.key, meter: @header.meter,
                          tempo: @header.tempo, pickup:, clef: @header.clef, bars: bars.freeze, notices: left_out.map { "Left out: #{_1}." }.freeze)
        end

        def refuse(message, where, remedy) = raise(InvalidTune.new(message, where:, remedy:))
      end
    end
  end
end
