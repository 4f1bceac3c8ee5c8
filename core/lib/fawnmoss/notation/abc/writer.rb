# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # Writes a tune as ABC 2.1: notes, chords, grace notes, slurs, ties, triplets, repeats, fingers (!3!), strings ("_II" over
      # the note, 1 = the highest), bow signs (u, v), the marks, words and chord symbols that Reader reads, what is sung. Reader gives the same tune back.
      class Writer
        UNIT = 1/2r # quarters: L:1/8
        ACCIDENTALS = { -2 => '__', -1 => '_', 0 => '=', 1 => '^', 2 => '^^' }.freeze
        MODES = { 'major' => '', 'minor' => 'm' }.freeze
        MARKS = { tenuto: '!tenuto!', trill: '!trill!', off_string: '!wedge!', accent: '!accent!', fermata: '!fermata!', staccato: '.' }.freeze
        WITHIN = Signs::WITHIN.merge(5 => nil, 7 => nil, 9 => nil).freeze
        ROMAN = [nil, 'I', 'II', 'III', 'IV'].freeze
        SIGNS = { segno: '!segno!', coda: '!coda!', to_coda: '!tocoda!', fine: '!fine!', da_capo: '!D.C.!', dal_segno: '!D.S.!' }.freeze
        BEFORE = %i[segno coda].freeze
        AFTER = %i[to_coda fine da_capo dal_segno].freeze
        HAIRPINS = { crescendo: '<', diminuendo: '>' }.freeze
        LINES = { double: '||', final: '|]', single: '|' }.freeze
        BARS_A_LINE = 4

        def initialize(tune, clef: nil)
          @tune = tune
          @clef = clef || tune.clef
          @groups = groups
          @hairpin = nil # kind of the one that is open
        end

        def text = "#{header.join("\n")}\n#{@tune.second ? voices.join("\n") : body}\n"

        def body
          lines = @tune.bars.each_with_index.map { |bar, index| bar(bar, index) }.each_slice(BARS_A_LINE)
          lines.zip(@tune.bars.each_slice(BARS_A_LINE)).map { |line, bars| [line.join, *sung(bars)].join("\n") }.join("\n")
        end

        private

        # The melody and the second part, one after the other.
        def voices
          second = @tune.second
          clef = " clef=#{second.clef || 'treble'}" if second.clef != @clef
          ['V:1', body, "V:2 name=\"#{plain(second.title.tr('"', "'"))}\"#{clef}", self.class.new(second).body]
        end

        def header
          ['X:1', "T:#{plain(@tune.title)}", ("C:#{plain(@tune.composer)}" unless @tune.composer.to_s.empty?), "M:#{meter(@tune.meter)}", 'L:1/8',
           ("Q:1/4=#{@tune.tempo}" if @tune.tempo), "K:#{key(@tune.key)}#{" clef=#{@clef}" if @clef}"].compact
        end

        def plain(text) = text.gsub(/[[:cntrl:]]+/, ' ').gsub('%', '\\%').strip

        def meter(meter) = { 'common' => 'C', 'cut' => 'C|', 'free' => 'none' }.fetch(meter.symbol) { meter.to_s }

        # What is sung to a line, a "w:" line a verse.
        def sung(bars)
          notes = bars.flat_map { |bar| bar.chords.map(&:first) }.reject(&:rest?)
          verses = notes.map { _1.lyrics.size }.max || 0
          Array.new(verses) { |verse| "w: #{notes.map { syllable(_1.lyrics[verse]) }.join(' ').sub(/[ *]+\z/, '')}" }
        end

        def syllable(syllable)
          return '*' unless syllable

          text = plain(syllable.text.gsub(/[|*_\\]/, '')).gsub('-', '\\-').gsub(/\s+/, '~')
          text.empty? ? '*' : "#{text}#{'-' if syllable.goes_on}"
        end

        def bar(bar, index)
          @all = {}
          @own = {}
          @key = bar.key
          # Later on the sign at the end of the bar before opens the repeat as well.
          start = bar.repeat_start && index.zero? ? '|:' : ''
          "#{start}#{ending(bar, index)}#{changes(bar, index)}#{signs(bar, BEFORE)}#{notes(bar)}#{signs(bar, AFTER)}#{line(bar, index)}"
        end

        def ending(bar, index)
          before = @tune.bars[index - 1] if index.positive?
          "[#{bar.ending.delete(' ')} " if bar.ending && (before&.ending != bar.ending || before.repeat_end)
        end

        # Another key or meter than in the bar before.
        def changes(bar, index)
          return if index.zero?

          before = @tune.bars[index - 1]
          clef = clef_of(bar) unless clef_of(bar) == clef_of(before)
          [("[K:#{key(bar.key)}#{" clef=#{clef}" if clef}]" if clef || bar.key != before.key),
           ("[Q:1/4=#{bar.tempo}]" if bar.tempo != before.tempo), ("[M:#{meter(bar.meter)}]" unless bar.meter.printed_like?(before.meter))].compact.join
        end

        # A clef that was asked for holds throughout, unless the tune is written in it.
        def clef_of(bar) = @clef == @tune.clef && bar.clef ? bar.clef : @clef

        def signs(bar, kinds) = (bar.signs & kinds).map { SIGNS.fetch(_1) }.join
        def key(key) = "#{key.tonic}#{MODES.fetch(key.mode) { _1[0, 3] }}"

        def line(bar, index)
          opens = @tune.bars[index + 1]&.repeat_start
          return opens ? '::' : ':|' if bar.repeat_end
          return "#{LINES.fetch(bar.line) unless bar.line == :single}|:" if opens

          LINES.fetch(bar.line)
        end

        def notes(bar)
          bar.chords.map { chord(_1) }.join
        end

        def chord(notes)
          head = notes.first
          opening = "#{directions(head)}#{group(head)}#{'.' if head.slur_start == :dashed}#{'(' if head.slur_start}"
          closing = "#{'-' if notes.all?(&:tie)}#{')' if head.slur_stop}#{'!breath!' if head.marks.include?(:breath)}#{hairpin_end(head)}"
          "#{opening}#{before(notes)}#{sounded(notes)}#{closing} "
        end

        def directions(note) = note.directions.map { direction(_1) }.join

        def direction(direction)
          text = plain(direction.text.tr('"', "'"))
          case direction.kind
          when :chord then Theory::ChordSymbol.parse(text) ? "\"#{text}\"" : "\"^#{text}\""
          when :words then "\"^#{text}\""
          when :rehearsal then "[P:#{text.delete(']')}]"
          when :dynamic then "!#{text}!"
          when :crescendo, :diminuendo then (@hairpin = direction.kind) && "!#{HAIRPINS.fetch(direction.kind)}(!"
          end
        end

        def hairpin_end(note)
          "!#{HAIRPINS.fetch(@hairpin || :crescendo)})!" if note.directions.any? { _1.kind == :hairpin_end }
        end

        # "(3", or "(5:4:5" where the usual meaning of the number is another; each group is counted off to its last note.
        def group(note)
          return unless note.tuplet&.starts?

          count = @groups.fetch(note.id)
          plain = count == note.tuplet.notes && WITHIN[note.tuplet.notes] == note.tuplet.within
          plain ? "(#{count}" : "(#{note.tuplet.notes}:#{note.tuplet.within}:#{count}"
        end

        # { id of the first note of a group => how many notes and chords it has }.
        def groups
          @tune.bars.flat_map { _1.chords.map(&:first) }.select(&:tuplet).slice_before { _1.tuplet.starts? }.to_h { [_1.first.id, _1.size] }
        end

        def before(notes)
          head = notes.first
          strings = notes.filter_map { _1.string && "\"_#{ROMAN[_1.string]}\"" }
          fingers = notes.filter_map { _1.finger && "!#{_1.finger}!" }
          graces = "{#{head.graces.map { pitch(_1) }.join}}" if head.graces # their fingers are left out: other readers stumble over them
          [*strings, *fingers, *MARKS.slice(*head.marks).values, { up: 'u', down: 'v' }[head.bow], graces].compact.join
        end

        def sounded(notes)
          return "z#{length(notes.first)}" if notes.first.rest?

          some = notes.any?(&:tie) && !notes.all?(&:tie) # then the tie stands behind each note that has one
          names = notes.map { "#{pitch(_1.pitch)}#{'-' if some && _1.tie}" }.join
          "#{notes.size > 1 ? "[#{names}]" : names}#{length(notes.first)}"
        end

        def length(note)
          units = note.duration / UNIT / (note.tuplet ? note.tuplet.factor : 1)
          return units == 1 ? '' : units.to_i.to_s if units.denominator == 1

          "#{units.numerator unless units.numerator == 1}/#{units.denominator}"
        end

        # An accidental is written where any reader might expect another one, whether it takes the last of the letter in all
        # octaves or in this one alone.
        def pitch(pitch)
          usual = @key.alter(pitch.letter)
          sure = @all.fetch(pitch.letter, usual) == pitch.alter && @own.fetch([pitch.letter, pitch.octave], usual) == pitch.alter
          @all[pitch.letter] = @own[[pitch.letter, pitch.octave]] = pitch.alter
          "#{ACCIDENTALS.fetch(pitch.alter) unless sure}#{octave(pitch)}"
        end

        def octave(pitch)
          return pitch.letter.downcase + ("'" * (pitch.octave - 5)) if pitch.octave >= 5

          pitch.letter + (',' * (4 - pitch.octave))
        end
      end
    end
  end
end
