# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # One voice's music: tokens become Events. What stands before a note waits for it; what stands behind one is put on the sound that came
      # last.
      class Line
        include Refusing

        # Events; sentences about what stands otherwise than written; how many notes and chords there are.
        attr_reader :events, :notices, :sounds

        # Verses: what is sung to it.
        attr_reader :verses

        def initialize(header)
          @header = header
          @spelling = Spelling.new(header)
          @events = []
          @verses = Verses.new(@events)
          @left_out = []
          @notices = []
          @sounds = 0
          @tuplet = nil # [notes, within, how many are left]
          @broken = nil # what the second note of a broken pair is multiplied by
          clear
        end

        # What was knowingly left out, each once: "chord symbols", "words".
        def left_out = @left_out.uniq

        # tokens: Lexer::Token list.
        def read(tokens) = tokens.each { |token| take(token) }

        # A field inside the music.
        def field(name, value, place)
          case name
          when 'L' then @spelling.unit = @header.unit_from(value, place)
          when 'M' then @events << Events::Change.new(meter: @header.meter_from(value, place).tap { @spelling.meter = _1 })
          when 'K' then change_key(@header.key_from(value, place))
          when 'Q' then change_tempo(@header.tempo_from(value))
          when 'P' then take_direction(Score::Direction.of(:rehearsal, value))
          end
        end

        # After the last line. left_out: what was left out of the lines between.
        def finish(left_out)
          @left_out.concat(left_out)
          @notices << 'Left out: a decoration at the end that belongs to no note.' if waiting?
        end

        private

        def take(token)
          @where = token.where
          send(:"take_#{token.kind}", token.value)
        end

        def change_key(found)
          @spelling.key = found
          @events << Events::Change.new(key: found.key, clef: found.clef)
        end

        def change_tempo(found)
          @events << Events::Change.new(tempo: found.rate) if found.rate
          take_direction(Score::Direction.of(:words, found.words))
        end

        def take_direction(direction) = direction && (@events << direction)

        def take_field((name, value)) = field(name, value, @where)
        def take_left_out(words) = @left_out << words
        def take_alone(sign) = @notices << "Left out: a #{sign} that stands alone."
        def take_sign(kind) = @events << Events::Sign.new(kind:)
        def take_mark(mark) = @marks << mark
        def take_finger(finger) = @fingers << finger
        def take_string(string) = @strings << string
        def take_bow(bow) = @bow = bow
        def take_slur(kind) = @opening = kind

        # A slur that ends without a note has its end left out by the Assembler, as one that never began.
        def take_slur_end(_value) = amend { _1.copy(slur_stop: true) } || refuse('a slur ends that never began', 'Put ( before the first note of the slur.')

        # A breath belongs to the note before it, everything else to the note after.
        def take_breath(_value)
          amend { _1.copy(marks: [*_1.marks, :breath].uniq.freeze) } || refuse('a breath mark needs a note before it')
        end

        def take_tie(_value)
          refuse('a tie needs a note before it') unless last_sound&.pitches&.any?
          amend { _1.copy(tied: _1.pitches) }
        end

        def take_bar((sign, ending))
          @events << Events::Line.new(line: line_of(sign), repeat_end: sign.start_with?(':'), repeat_start: sign.end_with?(':'), ending:, signs: [].freeze)
          @spelling.forget
        end

        # What stands before a forward repeat sign is a line of its own: "|]|:".
        def line_of(sign)
          plain = sign.sub(/\|:+\z/, '')
          return :single if plain.include?(':') || plain == '[|]'
          return :final if plain.include?(']')

          plain.match?(/\|\||\[\|/) ? :double : :single
        end

        def take_note(parts) = add([pitch(parts)], length(parts['length']))
        def take_rest(text) = add([], length(text))

        def take_bars_of_rest(count)
          count.times do |at|
            @events << Events.rest(@spelling.bar_length)
            @events << Events::Line.new(line: :single, signs: [].freeze) if at < count - 1
          end
        end

        # Each note of a chord has the length of the first; a tie inside it is one note's.
        def take_chord((inside, outer))
          lengths = inside.select { _1.kind == :note }.map { length(_1.value['length']) }
          @notices << 'Notes of a chord with different lengths all have the first one’s.' if lengths.uniq.size > 1
          pitches = []
          tied = []
          inside.each do |token|
            case token.kind
            when :note then pitches << pitch(token.value)
            when :tie then tied << pitches.last
            else take(token)
            end
          end
          add(pitches.uniq, lengths.first * (length(outer.to_s) / @spelling.unit))
          amend { _1.copy(tied: tied.compact.freeze) } if tied.any?
        end

        # Kept and shown; their written lengths do not count.
        def take_graces(inside)
          finger = nil
          inside.each do |token|
            next finger = token.value if token.kind == :finger

            (@graces ||= []) << pitch(token.value)
            (@grace_fingers ||= []) << finger
            finger = nil
          end
        end

        def take_broken(sign)
          refuse('> or < stands between two notes') unless @events.last.is_a?(Events::Sound)
          short = Rational(1, 2**sign.size)
          first, @broken = sign.start_with?('>') ? [2 - short, short] : [short, 2 - short]
          amend { _1.copy(length: _1.length * first) }
        end

        def take_tuplet((notes, within, count))
          within ||= Signs::WITHIN.fetch(notes) { @spelling.compound? ? 3 : 2 }
          count = notes unless count&.positive?
          @tuplet = notes == within ? nil : [notes, within, count]
        end

        # pitches: one, several sounding together, or none for a rest; written: length in quarters.
        def add(pitches, written)
          written *= @broken if @broken
          @broken = nil
          @sounds += 1 if pitches.any?
          ratio, length = in_tuplet(written)
          @events << Events::Sound.new(pitches: pitches.freeze, length:, ratio:, tied: [].freeze, slur_start: @opening, slur_stop: false,
                                       **attached(pitches))
          clear
        end

        def attached(pitches)
          graces = @graces if pitches.any?
          { marks: @marks.uniq.freeze, fingers: @fingers.first(pitches.size).freeze, strings: @strings.first(pitches.size).freeze, bow: @bow,
            graces: graces&.freeze, grace_fingers: (@grace_fingers.freeze if graces && @grace_fingers.any?) }
        end

        # [[notes, within] or nil, sounding length].
        def in_tuplet(written)
          return [nil, written] unless @tuplet

          notes, within, left = @tuplet
          @tuplet = left > 1 ? [notes, within, left - 1] : nil
          [[notes, within].freeze, written * within / notes]
        end

        def pitch(parts) = @spelling.pitch(parts, last_sound&.tied || []) || refuse('this note is beyond any string', 'Take away octave signs.')
        def length(text) = @spelling.length(text) || refuse('a length cannot be divided by zero, nor be over 1000')

        def last_sound = @events.reverse_each.find { _1.is_a?(Events::Sound) }

        # Replaces the sound that came last by what the block makes of it; nil where there is none.
        def amend
          at = @events.rindex { _1.is_a?(Events::Sound) } or return
          @events[at] = yield @events[at]
        end

        def waiting? = [@fingers, @strings, @marks].any?(&:any?) || @bow || @graces

        def clear
          @marks = []
          @fingers = []
          @strings = []
          @bow = @graces = @grace_fingers = nil
          @opening = false
        end

        def refuse(message, remedy = nil) = super(message, @where, remedy)
      end
    end
  end
end
