# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # Hands each line of music to the voice it belongs to (ABC 2.1, section 7): a V: line or [V:] names the one that goes on.
      class Voices
        include Refusing

        ONLY = '1' # the voice of a tune that names none
        TEXT_LINES = { 'W' => 'words after the tune', 'N' => 'remarks', 'r' => 'remarks', 'T' => 'titles inside the music', 's' => 'decorations',
                       'I' => 'instructions', 'R' => 'remarks', 'm' => 'macros', 'U' => 'symbols of its own', 'd' => 'decorations', 'H' => 'remarks',
                       'C' => 'remarks', 'O' => 'remarks', 'S' => 'remarks', '+' => 'remarks' }.freeze
        MOST = 40 # voices

        def initialize(header)
          @header = header
          @found = {}
          @left_out = []
          @common = [] # fields before any voice has begun: they hold for all of them
        end

        # lines: [[text, number], ...]. Returns { id => Line }.
        def read(lines)
          @now = nil
          lines.each { |text, number| read_line(text.sub(/(?<!\\)%.*/, ''), number) }
          @found[ONLY] ||= line(ONLY) if @found.empty?
          @found.each_value { |line| line.finish(@left_out) }
        end

        private

        def read_line(text, number)
          field = /\A([A-Za-z+]):(?![:|])\s*(.*?)\s*\z/.match(text)
          return music(text, number) unless field && !text.start_with?('|')

          take(field[1], field[2], { line: number, column: 1 })
        end

        def take(name, value, place)
          case name
          when 'V' then @now = id(value, place)
          when 'K', 'L', 'M', 'Q', 'P' then @found.empty? && @now.nil? ? @common << [name, value, place] : current.field(name, value, place)
          when 'w' then sing(value)
          else @left_out << TEXT_LINES.fetch(name) { refuse("a #{name}: line inside the music is not read", place, remedy(name)) }
          end
        end

        def sing(text)
          @left_out << 'words without music' unless (@found.any? || @now) && current.verses.sing(text)
        end

        def remedy(name) = name == 'X' ? 'Put an empty line before the next tune.' : 'Remove the line.'

        def id(value, place)
          name = value[/\A\S+/] or refuse('a voice without a name', place, 'Write it like V:1.')
          @header.name_voice(name, value)
          name
        end

        # Music goes on in another voice where [V:...] says so.
        def music(text, number)
          text.split(/(\[V:[^\]]*\])/).inject(0) do |at, part|
            if part.start_with?('[V:') then @now = id(part[3..-2].strip, { line: number, column: at + 1 })
            elsif !part.strip.empty?
              current.verses.begin_line(number)
              current.read(Lexer.tokens(part, number, at))
            end
            at + part.length
          end
        end

        def current = line(@now || ONLY)

        def line(id)
          refuse("more than #{MOST} voices", {}, 'Take some of them out.') if @found.size >= MOST && !@found.key?(id)
          @found[id] ||= Line.new(@header).tap { |line| @common.each { line.field(*_1) } }
        end
      end
    end
  end
end
