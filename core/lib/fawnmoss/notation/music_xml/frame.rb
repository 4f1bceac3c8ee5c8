# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # What Writer puts around the notes of a bar: key, meter and clef where they change, repeats, endings, and where to go on.
      class Frame
        CLEFS = { 'treble' => ['G', 2], 'alto' => ['C', 3], 'tenor' => ['C', 4], 'bass' => ['F', 4] }.freeze
        LINES = { double: 'light-light', final: 'light-heavy' }.freeze
        # By kind of Score::Bar#signs: [element, or nil and the words, attribute of what a program plays, its value].
        SIGNS = { segno: ['segno', nil, :segno, '1'], coda: ['coda', nil, :coda, '1'], to_coda: [nil, 'To Coda', :tocoda, '1'],
                  fine: [nil, 'Fine', :fine, 'yes'], da_capo: [nil, 'D.C.', :dacapo, 'yes'], dal_segno: [nil, 'D.S.', :dalsegno, '1'] }.freeze
        BEFORE = %i[segno coda].freeze # the notes of the bar
        AFTER = %i[to_coda fine da_capo dal_segno].freeze

        # instrument: its clef and transposition, or nil; divisions: of a quarter.
        def initialize(tune, instrument, divisions)
          @tune = tune
          @instrument = instrument
          @divisions = divisions
        end

        # What of bar number index stands before its notes. The block writes what belongs behind the attributes.
        def open(xml, bar, index)
          before = index.zero? ? nil : @tune.bars[index - 1]
          before ? write_changes(xml, bar, before) : write_attributes(xml, bar)
          yield
          write_left(xml, bar, before)
          write_signs(xml, bar, BEFORE)
        end

        # And what stands behind them.
        def close(xml, bar, index)
          write_signs(xml, bar, AFTER)
          write_right(xml, bar, @tune.bars[index + 1])
        end

        private

        def write_attributes(xml, bar)
          xml.attributes do
            xml.divisions(@divisions)
            write_key(xml, bar.key)
            write_meter(xml, bar.meter)
            write_clef(xml, clef(bar))
            write_transpose(xml)
          end
        end

        def write_changes(xml, bar, before)
          meter = !bar.meter.printed_like?(before.meter)
          clef = clef(bar) unless clef(bar) == clef(before)
          return unless meter || clef || bar.key != before.key

          xml.attributes do
            write_key(xml, bar.key) if bar.key != before.key
            write_meter(xml, bar.meter) if meter
            write_clef(xml, clef) if clef
          end
        end

        # The instrument's own; a tune that is written in that clef changes it where it is written so.
        def clef(bar)
          own = @instrument&.clef
          own && @tune.clef != own ? own : bar.clef || @tune.clef || 'treble'
        end

        def write_key(xml, key) = xml.key { xml.fifths(key.fifths) and xml.mode(key.mode) }

        def write_meter(xml, meter)
          return xml.time { xml.send(:'senza-misura') } if meter.free?

          xml.time({ symbol: meter.symbol }.compact) { xml.beats(meter.beats) and xml.send(:'beat-type', meter.unit) }
        end

        def write_clef(xml, clef)
          sign, line = CLEFS.fetch(clef)
          xml.clef { xml.sign(sign) and xml.line(line) }
        end

        def write_transpose(xml)
          below = @instrument&.sounds_below.to_i
          return if below.zero?

          xml.transpose do
            xml.diatonic(below == 10 ? 1 : 0)
            xml.chromatic(12 - below)
            xml.send(:'octave-change', -1)
          end
        end

        def write_signs(xml, bar, kinds)
          SIGNS.slice(*(bar.signs & kinds)).each_value do |element, words, attribute, value|
            xml.direction(placement: 'above') do
              xml.send(:'direction-type') { words ? xml.words(words) : xml.send(:"#{element}") }
              xml.sound(attribute => value)
            end
          end
        end

        def write_left(xml, bar, before)
          starts = bar.ending && (before&.ending != bar.ending || before.repeat_end)
          return unless bar.repeat_start || starts

          xml.barline(location: 'left') do
            xml.send(:'bar-style', 'heavy-light') if bar.repeat_start
            xml.ending(number: bar.ending, type: 'start') if starts
            xml.repeat(direction: 'forward') if bar.repeat_start
          end
        end

        def write_right(xml, bar, after)
          ends = bar.ending && after&.ending != bar.ending
          return unless bar.repeat_end || ends || bar.line != :single

          xml.barline(location: 'right') do
            xml.send(:'bar-style', bar.repeat_end ? 'light-heavy' : LINES.fetch(bar.line, 'regular'))
            xml.ending(number: bar.ending, type: bar.repeat_end ? 'stop' : 'discontinue') if ends
            xml.repeat(direction: 'backward') if bar.repeat_end
          end
        end
      end
    end
  end
end
