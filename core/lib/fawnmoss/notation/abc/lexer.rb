# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # Cuts a line of music into tokens. What changes no note becomes a :left_out token with its name; a sign that means nothing here is refused
      # with its place, and with the right one where a teacher would know it by another.
      class Lexer
        include Signs
        include Refusing

        # kind and value:
        #   :note, NOTE's parts as text; :rest, its length as text; :bars_of_rest, how many;
        #   :chord, [tokens inside it, its own length as text]; :graces, tokens;
        #   :bar, [sign, numbers of an ending or nil]; :broken, ">" or "<<"; :tuplet, [notes, within or nil, how many or nil];
        #   :slur, true or :dashed; :slur_end and :tie, nil; :field, [name, value];
        #   :mark, :bow, :finger, :string, :sign, what they say; :direction, Score::Direction; :breath, nil; :left_out and :alone, words.
        # where: { line:, column: }.
        Token = Value.of(:kind, :value, :where)

        # text: of one line, or a part of it; number: of the line; offset: characters before it. Returns Token list. Raises InvalidTune.
        def self.tokens(text, number, offset = 0) = new(text, number, offset).tokens

        def initialize(text, number, offset)
          @scan = StringScanner.new(text)
          @number = number
          @offset = offset
          @found = []
        end

        def tokens
          until @scan.eos?
            @column = @offset + @scan.charpos + 1
            next if @scan.skip(SPACE)

            long || note || joining || attached || refuse_sign
          end
          @found
        end

        private

        # What is more than one sign.
        def long = bar || field || chord || bars_of_rest || graces || tuplet || overlay

        # What stands between notes.
        def joining = broken || slur || tie

        def put(kind, value = nil)
          @found << Token.new(kind:, value:, where: here)
          true
        end

        def bar
          sign = @scan.scan(BAR) || (@scan.check(/\[\d/) && '')
          ending = @scan.scan(ENDING) && @scan[1].tr('.', ',') if sign
          put(:bar, [sign, ending]) unless sign.nil? || (sign.empty? && ending.nil?)
        end

        # [K:D], [M:3/4], [L:1/8], [Q:1/4=80], [P:A]; others are left out.
        def field
          return put(:left_out, 'endings with a name') if @scan.skip(NAMED_ENDING)
          return unless @scan.scan(/\[([A-Za-z]):\s*([^\]]*)\]/)
          return put(:field, [@scan[1], @scan[2].strip]) if %w[K M L Q P].include?(@scan[1])

          put(:left_out, Voices::TEXT_LINES.fetch(@scan[1], 'fields inside the music'))
        end

        def note
          return unless @scan.scan(NOTE)

          parts = %w[accidental letter octave length].to_h { |name| [name, @scan[name]] }
          return rest(parts) if parts['letter'].match?(/[zx]/)
          return put(:note, parts) unless @scan['micro'] || @scan.check('#')

          refuse_sharp(parts['letter']) unless @scan['micro']
          put(:left_out, 'quarter tones')
          put(:note, { **parts, 'accidental' => nil })
        end

        def rest(parts)
          refuse('a rest has no accidental') if parts['accidental']
          put(:rest, parts['length'])
        end

        # Z4: rests of whole bars.
        def bars_of_rest
          put(:bars_of_rest, @scan[1].to_i.clamp(1, 999)) if @scan.scan(/[ZX](\d{0,3})/)
        end

        # Notes that sound together: [DA] or [D2A2]2.
        def chord
          return unless @scan.check(/\[[\^_=A-Za-z!+.~"]/)

          @scan.skip(/\[/)
          inside = gathered { inside_chord until @scan.skip(/\]/) }
          refuse('a chord without notes') if inside.none? { _1.kind == :note }
          put(:chord, [inside, @scan.scan(LENGTH)])
        end

        def inside_chord
          return if @scan.skip(/[ ()]/) || attached || tie || (!@scan.check(/[\^_=]?[zx]/) && note)

          refuse('a chord that is not closed, or holds something else than notes', 'Write it like [DA] or [D2A2].')
        end

        # Grace notes before a note; of a chord among them its last note.
        def graces
          return unless @scan.scan(%r{\{/?([^{}]*)\}})

          text = @scan[1].gsub(/\[[^\]]*?([A-Ga-g][,']*)\]/, '\1').gsub(/\([,']/, '(')
          inside = self.class.tokens(text, @number, @column)
          plain = inside.reject { %i[slur slur_end tie broken left_out mark direction].include?(_1.kind) }
          bad = plain.find { !%i[note finger].include?(_1.kind) }
          refuse('these grace notes cannot be read', 'Write plain notes between { and }, a finger before one as !2!.') if bad
          put(:graces, plain)
        end

        # (3, or (p:q:r: p notes in the time of q for the next r.
        def tuplet
          return unless @scan.scan(/\((\d{1,2})(?::(\d{0,2}))?(?::(\d{0,4}))?/)

          numbers = [@scan[1], @scan[2], @scan[3]].map { |text| text.to_s.empty? ? nil : text.to_i }
          refuse('a group of no notes', 'Write (3 before three notes.') if numbers.first(2).include?(0)
          put(:tuplet, numbers)
        end

        # A second voice in the same bar: passed over up to the bar line.
        def overlay
          return unless @scan.skip(/&/)

          @scan.skip(/(?:"[^"]*"|![^!]*!|[^|"!])*/)
          put(:left_out, 'second voices inside a bar')
        end

        def broken = @scan.scan(/>{1,3}|<{1,3}/) && put(:broken, @scan.matched)
        def tie = @scan.skip(/\.?-[,']?/) && put(:tie)

        def slur
          return put(:slur_end) if @scan.skip(/\)/)

          @scan.scan(/(\.?)\((?!\d)[,']?/) && put(:slur, @scan[1] == '.' ? :dashed : true)
        end

        # Marks over and under notes, and words.
        def attached
          if @scan.scan(/"_(I{1,3}|IV)"/) then put(:string, STRINGS.fetch(@scan[1]))
          elsif @scan.scan(/"([^"]*)"/) then quoted(@scan[1])
          elsif @scan.scan(/!([^!\n]{1,40})!|\+([^+\s|]{1,40})\+/) then sign(@scan[1] || @scan[2])
          elsif @scan.scan(/[~.HLMOPRSTuvJ]/) then sign(@scan.matched, 'ornaments')
          elsif @scan.skip(/[Ii-tW-Yw]|[KNQ]/) then put(:left_out, 'symbols of its own')
          else @scan.skip(/y\d*|!|\*/) # a gap; a line end of older files
          end
        end

        # A chord symbol, or words: with a sign that says where they stand, or simply none.
        def quoted(text)
          plain = text.gsub('\\%', '%').strip
          symbol = Theory::ChordSymbol.parse(plain)
          return put(:direction, Score::Direction.of(:chord, symbol.to_s)) if symbol

          words = Score::Direction.of(:words, plain.sub(/\A(?:[\^_<>]|@[\d.,+ -]*)/, '')) or return true
          sign = Events::Sign.said(words.text)
          sign ? put(:sign, sign.kind) : put(:direction, words)
        end

        def sign(name, other = 'decorations')
          if name.match?(/\A[0-4]\z/) then put(:finger, name.to_i)
          elsif name == 'breath' then put(:breath)
          elsif BOWS.key?(name) then put(:bow, BOWS[name])
          elsif MARKS.key?(name) then put(:mark, MARKS[name])
          elsif NAVIGATION.key?(name) then put(:sign, NAVIGATION[name])
          elsif HAIRPINS.key?(name) then put(:direction, Score::Direction.new(kind: HAIRPINS[name], text: ''))
          elsif Score::Direction::DYNAMICS.include?(name) then put(:direction, Score::Direction.new(kind: :dynamic, text: name))
          else put(:left_out, other)
          end
        end

        # The tokens that the block finds, taken out of the list.
        def gathered
          before = @found
          @found = []
          yield
          @found.tap { @found = before }
        end

        def refuse_sharp(letter)
          refuse("the sign # is not read here: for #{letter.upcase} sharp write ^#{letter}",
                 'The sign stands before its note: ^ for sharp, _ for flat, = for natural.')
        end

        def refuse_sign
          sign = @scan.check(/./)
          return @scan.skip(/./) && put(:alone, sign) if sign.match?(/["\])}]/)

          refuse('the sign h is not read here: for the German H write B', 'Write B for H, and _B for the German B.') if sign == 'h'

          refuse("the sign #{sign} is not read here", 'Take it out; what is read is notes, rests, bars, slurs, ties, groups, bow signs and fingers.')
        end

        def here = { line: @number, column: @column }
        def refuse(message, remedy = nil) = super(message, here, remedy)
      end
    end
  end
end
