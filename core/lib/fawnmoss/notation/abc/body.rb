# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # The music lines of one tune: notes, chords, grace notes, rests, bar lines, slurs, ties, triplets and the decorations
      # that matter here.
      class Body
        include Signs
        include Chords
        include Decorations

        TEXT_LINES = { 'w' => 'words', 'W' => 'words', 'N' => 'remarks', 'r' => 'remarks', 'T' => 'titles inside the music', 'P' => 'names of parts',
                       'Q' => 'changes of tempo', 's' => 'decorations', 'I' => 'instructions', 'R' => 'remarks' }.freeze

        def initialize(header)
          @header = header
          @bars = BarBuilder.new(header.meter, method(:refuse_at))
          @spelling = Spelling.new(header)
          reset_note
          @broken = nil
          @triplet = nil
          @slur = nil
          @left_out = []
        end

        # What was knowingly left out, each once: "chord symbols", "words".
        def left_out = @left_out.uniq

        # lines: [[text, number], ...]. Returns [bars, pickup] as BarBuilder#finish.
        def read(lines)
          lines.each { |text, number| read_line(text, number) }
          finish
        end

        private

        def read_line(text, number)
          @line = number
          content = text.sub(/(?<!\\)%.*/, '')
          if (field = /\A([A-Za-z]):/.match(content)) && !content.start_with?('|')
            return @left_out << TEXT_LINES[field[1]] if TEXT_LINES[field[1]]
            return @header.take('L', field.post_match.strip, { line: number, column: 1 }) if field[1] == 'L'

            refuse("a #{field[1]}: line inside the music is not read", column: 1, remedy: field_remedy(field[1]))
          end
          @scan = StringScanner.new(content)
          take_token until @scan.eos?
        end

        def field_remedy(name)
          { 'X' => 'Add one tune at a time.',
            'K' => 'Split the tune where the key changes.', 'M' => 'Split the tune where the meter changes.' }.fetch(name, 'Remove the line.')
        end

        def take_token
          @column = @scan.charpos + 1
          return if @scan.skip(/[ \t`]+|\\\s*$/)

          bar || chord || note || grace || broken || slur || tie || triplet || decoration || text || refuse_sign
        end

        def bar
          if @scan.scan(/::|:\|:|:\|\|:/) then close_bar(repeat_end: true) && @bars.mark_repeat_start
          elsif @scan.scan(/\[?\|+:/) then close_bar && @bars.mark_repeat_start
          elsif @scan.scan(/:\||\|\]|\|\||\[\||\|/) then close_bar(**closing(@scan.matched))
          elsif @scan.scan(/\[(?=[12])/) then true
          else return ending
          end
          ending
          true
        end

        def closing(sign)
          @scan.skip(/\]/) if sign == ':|'
          BARS.fetch(sign)
        end

        def ending
          return unless (@scan.beginning_of_line? || @scan.string[@scan.pos - 1] =~ /[|\[]/) && @scan.scan(%r{[12](?![\d/])})

          @bars.mark_ending(@scan.matched)
          true
        end

        def close_bar(**kind)
          refuse('a bar line inside a triplet', remedy: 'Write three notes after (3.') if @triplet
          refuse('a bar line after > or <', remedy: 'Write the second note before the bar line.') if @broken
          @bars.close(**kind)
          reset_bar
          true
        end

        def note
          return unless @scan.scan(NOTE)

          parts = parts(@scan)
          rest = parts['letter'].match?(/[zx]/)
          refuse('a rest has no accidental') if rest && parts['accidental']
          refuse('a rest has no octave') if rest && !parts['octave'].empty?
          refuse('a rest has no grace notes') if rest && @graces
          add([rest ? nil : pitch(parts)], length(parts['length']))
          true
        end

        # What NOTE found: accidental, letter, octave signs, length, as text.
        def parts(scan) = %w[accidental letter octave length].to_h { |name| [name, scan[name]] }

        def pitch(parts)
          @spelling.pitch(parts, @bars.last_notes) || refuse('this note is beyond any string', remedy: 'Take away octave signs.')
        end

        def length(text)
          @spelling.length(text) || refuse('a length cannot be divided by zero, nor be over 1000')
        end

        # pitches: one, several sounding together, or nil for a rest; written: length in quarters.
        def add(pitches, written)
          written *= @broken if @broken
          @broken = nil
          join_ties(pitches)
          type, dots = Score::Note.drawn(written)
          refuse("a note of #{Fraction.text(written)} quarters cannot be drawn as one note", remedy: 'Write two tied notes.') unless type
          refuse('more fingers than notes') if @fingers.size > pitches.size || @strings.size > pitches.size
          shared = { duration: @triplet ? written * 2 / 3 : written, type:, dots:, tie: false, triplet: triplet_edge }
          pitches.each_with_index { |pitch, index| @bars.add(here, pitch:, **shared, **marks(index)) }
          reset_note
        end

        # A tie after a chord holds those of its notes that come again.
        def join_ties(pitches)
          last = @bars.last_notes.select { _1[:tie] }
          return if last.empty?

          missing = last.reject { pitches.include?(_1[:pitch]) }
          refuse('a tie joins two notes of the same pitch', remedy: 'Use a slur ( ) for different notes.') if missing.size == last.size
          missing.each { _1[:tie] = false }
        end

        def broken
          return unless @scan.scan(/>>?|<<?/)

          first, second = BROKEN.fetch(@scan.matched)
          last = @bars.last_note
          refuse('> or < stands between two notes') if last.nil? || @bars.empty? || @triplet || last[:triplet]
          changed = last[:duration] * first
          type, dots = Score::Note.drawn(changed)
          refuse('this broken rhythm cannot be drawn') unless type
          @bars.last_notes.each { _1.merge!(duration: changed, type:, dots:) }
          @broken = second
          true
        end

        def slur
          if @scan.scan(/\.?\((?!\d)/)
            refuse('a slur inside a slur', remedy: 'Close the first slur before opening the next.') if @slur
            @slur = here
            @opening = @scan.matched.start_with?('.') ? :dashed : true
          elsif @scan.scan(')')
            refuse('a slur ends that never began', remedy: 'Put ( before the first note of the slur.') unless @slur && !@opening
            @bars.last_notes.first[:slur_stop] = true
            @slur = nil
          else
            return
          end
          true
        end

        def tie
          return unless @scan.scan('-')

          refuse('a tie needs a note before it') unless @bars.last_note&.dig(:pitch)
          @bars.last_notes.each { _1[:tie] = true }
        end

        def triplet
          return unless @scan.scan(/\((\d)(:\d*){0,2}/)

          refuse('only triplets (3 are read', remedy: 'Write out other groups as plain notes.') unless @scan.matched == '(3'
          refuse('a triplet inside a triplet') if @triplet
          @triplet = 3
        end

        def triplet_edge
          return unless @triplet

          edge = { 3 => :start, 2 => :inside, 1 => :stop }.fetch(@triplet)
          @triplet = @triplet == 1 ? nil : @triplet - 1
          edge
        end

        def finish
          refuse('a triplet is not complete', remedy: 'Write three notes after (3.') if @triplet
          refuse_at('a slur that opens here never ends', @slur, 'Put ) after its last note.') if @slur
          refuse('a tie at the end leads nowhere', remedy: 'Take the - away.') if @bars.last_note&.dig(:tie)
          refuse('a decoration at the end belongs to no note', remedy: 'Put it before a note.') if decorated?
          @bars.finish
        end

        def refuse_sign
          sign = @scan.check(/./)
          name = REFUSED[sign]
          message = name ? "#{name} cannot be read here: #{sign}" : "the sign #{sign} is not read here"
          refuse(message, remedy: 'Take it out; what is read is notes, rests, bars, slurs, ties, triplets, bow signs and fingers.')
        end

        # Something waits for a note to stand on.
        def decorated? = [@fingers, @strings, @marks].any?(&:any?) || @bow || @graces

        def reset_bar = @spelling.forget

        def reset_note
          @marks = []
          @fingers = []
          @strings = []
          @bow = @graces = nil
          @opening = false
        end

        def here = { line: @line, column: @column }
        def refuse(message, remedy: nil, **place) = refuse_at(message, here.merge(place), remedy)
        def refuse_at(message, where, remedy) = raise(InvalidTune.new(message, where:, remedy:))
      end
    end
  end
end
