# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # How Writer writes what stands at a note: directions, chord symbols, what is sung.
      module Said
        private

        def write_tempo(xml, tempo)
          xml.direction(placement: 'above') do
            xml.send(:'direction-type') { xml.metronome { xml.send(:'beat-unit', 'quarter') and xml.send(:'per-minute', tempo) } }
            xml.sound(tempo:)
          end
        end

        # Those of a note that stand before it, or behind it.
        def write_directions(xml, note, behind:)
          note.directions.each { write_direction(xml, _1) if (_1.kind == :hairpin_end) == behind }
        end

        def write_direction(xml, direction)
          return write_harmony(xml, direction.text) if direction.kind == :chord

          above = %i[words rehearsal].include?(direction.kind)
          xml.direction(placement: above ? 'above' : 'below') { xml.send(:'direction-type') { write_type(xml, direction) } }
        end

        def write_type(xml, direction)
          case direction.kind
          when :dynamic then xml.dynamics { xml.send(:"#{direction.text}_") }
          when :words then xml.words(direction.text)
          when :rehearsal then xml.rehearsal(direction.text)
          else xml.wedge(type: direction.kind == :hairpin_end ? 'stop' : direction.kind)
          end
        end

        # What is no chord symbol stands as words.
        def write_harmony(xml, text)
          symbol = Theory::ChordSymbol.parse(text)
          return write_direction(xml, Score::Direction.new(kind: :words, text:)) unless symbol

          xml.harmony do
            xml.root { write_name(xml, 'root', symbol.root) }
            xml.kind(ChordKinds.name(symbol.kind), **(symbol.kind.empty? ? {} : { text: symbol.kind }))
            xml.bass { write_name(xml, 'bass', symbol.bass) } if symbol.bass
          end
        end

        def write_name(xml, part, name)
          pitch = Theory::Pitch.parse("#{name}4")
          xml.send(:"#{part}-step", pitch.letter)
          xml.send(:"#{part}-alter", pitch.alter) unless pitch.alter.zero?
        end

        # verses: as of Score::Note#lyrics; those of the note with words before it say whether a word goes on.
        def write_lyrics(xml, verses)
          before = @sung
          @sung = verses
          verses.each_with_index do |syllable, verse|
            next unless syllable

            xml.lyric(number: verse + 1) do
              xml.syllabic(syllabic(before[verse]&.goes_on, syllable.goes_on))
              xml.text_(syllable.text)
            end
          end
        end

        def syllabic(going, goes_on)
          return goes_on ? 'middle' : 'end' if going

          goes_on ? 'begin' : 'single'
        end
      end
    end
  end
end
