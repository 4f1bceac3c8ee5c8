# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # How Reader reads what stands at the notes: words, dynamics, hairpins, chord symbols, rehearsal marks, tempo, where to go on, what is sung.
      module Directions
        SIGNS = { 'segno' => :segno, 'coda' => :coda }.freeze
        SOUNDS = { 'dacapo' => :da_capo, 'dalsegno' => :dal_segno, 'tocoda' => :to_coda, 'fine' => :fine, 'segno' => :segno, 'coda' => :coda }.freeze
        WEDGES = { 'crescendo' => :crescendo, 'diminuendo' => :diminuendo, 'stop' => :hairpin_end }.freeze
        UNITS = Score::Note::TYPES.to_h { |length, name| [name, length] }.freeze

        private

        # A <direction>: what it holds, each in its order. One that holds nothing of use is left out.
        def directed(child)
          inside = Children.new(child)
          types = inside.all('direction-type').flat_map { |type| type.element_children.to_a }
          found = [*inside.all('sound').flat_map { |sound| sounded(sound) }, *types.flat_map { direction(_1) }, *words(types)].uniq
          left_out('direction') if found.empty? && types.any? { _1.name != 'words' && _1.name != 'metronome' }
          moved, others = found.partition { _1.is_a?(Score::Direction) }
          others.each { put(_1) }
          moved.each { |one| @events.insert(place(inside['offset']&.text.to_i, one.kind == :hairpin_end), one) }
        end

        # Where in the events something stands that is written so many divisions from its place: what is earlier goes before the sound that it falls
        # into, an end behind it.
        def place(offset, ends)
          back = @divisions ? Rational(-offset, @divisions) : 0r
          at = @events.size
          while back.positive?
            before = sound_before(at) or break
            break if ends && back < @events[before].length

            back -= @events[before].length
            at = before
          end
          at
        end

        # Index of the sound of this bar before a place in the events, or nil.
        def sound_before(at)
          at -= 1
          at -= 1 while at.positive? && @events[at].is_a?(Score::Direction)
          at if at >= 0 && @events[at].is_a?(Events::Sound)
        end

        def direction(type)
          case type.name
          when 'dynamics' then type.element_children.filter_map { dynamic(_1) }
          when 'wedge' then [WEDGES[type['type']]].compact.map { Score::Direction.new(kind: _1, text: '') }
          when 'rehearsal' then [Score::Direction.of(:rehearsal, type.text)].compact
          when 'metronome' then [metronome(type)].compact
          else [SIGNS[type.name]].compact.map { Events::Sign.new(kind: _1) }
          end
        end

        def dynamic(element)
          name = element.name == 'other-dynamics' ? element.text : element.name
          Score::Direction.of(Score::Direction::DYNAMICS.include?(name) ? :dynamic : :words, name)
        end

        # What a program would play: a tempo, or a jump.
        def sounded(sound)
          signs = SOUNDS.filter_map { |name, kind| Events::Sign.new(kind:) if sound[name] }
          [*signs, tempo(sound['tempo'])].compact
        end

        # Words that say where to go on are signs. Brackets around a metronome are no words.
        def words(types)
          text = types.select { _1.name == 'words' }.map { _1.text.strip }.join(' ').strip
          sign = Events::Sign.said(text)
          return [sign] if sign

          [(Score::Direction.of(:words, text) if text.match?(/[[:alnum:]]/))].compact
        end

        def metronome(type)
          inside = Children.new(type)
          unit = UNITS[inside['beat-unit']&.text] or return
          rate = Float(inside['per-minute']&.text.to_s[/[\d.]+/].to_s, exception: false) or return
          tempo(rate * unit * (inside['beat-unit-dot'] ? 3/2r : 1))
        end

        # A change to so many whole quarters a minute, or nil for what is no number or no tempo.
        def tempo(text)
          number = Float(text.to_s, exception: false)
          Events::Change.new(tempo: number.round) if number && Score::Tune::TEMPI.cover?(number)
        end

        def harmony(child)
          inside = Children.new(child)
          text = symbol(inside)
          text ? @events << Score::Direction.new(kind: :chord, text: text.to_s) : left_out('harmony')
        end

        # Theory::ChordSymbol, or nil.
        def symbol(inside)
          root = name(inside['root'], 'root')
          kind = inside['kind']
          return if root.nil? || kind.nil? || kind.text == 'none'

          bass = name(inside['bass'], 'bass')
          plain = ChordKinds.printed(kind.text.strip, kind['text'], inside.all('degree').map { degree(Children.new(_1)) })
          Theory::ChordSymbol.parse("#{root}#{plain}#{"/#{bass}" if bass}")
        end

        def name(element, kind)
          step, alter = element ? Children.new(element).values_at("#{kind}-step", "#{kind}-alter").map { _1&.text.to_s.strip } : []
          return unless step&.match?(/\A[A-G]\z/)

          "#{step}#{Theory::Pitch::SIGNS[alter.to_i.clamp(-2, 2) + 2]}"
        end

        # "add9", "b5".
        def degree(inside)
          value, alter, type = inside.values_at('degree-value', 'degree-alter', 'degree-type').map { _1&.text.to_s.strip }
          sign = Theory::Pitch::SIGNS[alter.to_i.clamp(-2, 2) + 2]
          "#{{ 'add' => 'add', 'subtract' => 'no' }[type]}#{sign}#{value}"
        end

        # What is sung on a note, by verse.
        def lyrics(note)
          found = note.all('lyric').each_with_object([]) do |lyric, verses|
            verse = verse(lyric['number'])
            verses[verse] ||= syllable(Children.new(lyric)) if verse < Score::Syllable::VERSES
          end
          found.any? ? found.freeze : Score::Syllable::NONE
        end

        # 0 the first; a name of its own counts by when it is met.
        def verse(number)
          return number.to_i.pred if number.to_s.match?(/\A[1-9]\z/)

          @verses ||= {}
          @verses[number] ||= @verses.size
        end

        def syllable(inside)
          Score::Syllable.of(inside.all('text').map(&:text).join(' '), %w[begin middle].include?(inside['syllabic']&.text))
        end
      end
    end
  end
end
