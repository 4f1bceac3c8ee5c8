# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # Writes a tune as MusicXML (valid against the 3.0 schema when ids are off: ids came with 3.1).
      class Writer
        CLEFS = { 'treble' => ['G', 2], 'alto' => ['C', 3], 'tenor' => ['C', 4], 'bass' => ['F', 4] }.freeze
        ACCIDENTALS = %w[flat-flat flat natural sharp double-sharp].freeze
        LINES = { double: 'light-light', final: 'light-heavy' }.freeze

        # ids: note ids as attributes, no name before the staff and no fingers, strings or bow signs, for the engraver, which
        # leaves those to the bands. instrument: its clef, name and transposition; nil writes the tune as it was read.
        def initialize(tune, ids: false, instrument: nil)
          @tune = tune
          @ids = ids
          @instrument = instrument
          @divisions = tune.notes.map { _1.duration.denominator }.uniq.inject(1, :lcm)
          @beams = Beams.new(tune)
          @tied = []
        end

        def text
          Nokogiri::XML::Builder.new(encoding: 'UTF-8') do |xml|
            xml.send(:'score-partwise', version: '3.0') do
              write_head(xml)
              xml.part(id: 'P1') { @tune.bars.each_with_index { |bar, index| write_bar(xml, bar, index) } }
            end
          end.to_xml
        end

        private

        # How fast, where the tune says so: for programs that play it.
        def write_tempo(xml)
          return unless @tune.tempo

          xml.direction(placement: 'above') do
            xml.send(:'direction-type') { xml.metronome { xml.send(:'beat-unit', 'quarter') and xml.send(:'per-minute', @tune.tempo) } }
            xml.sound(tempo: @tune.tempo)
          end
        end

        def write_head(xml)
          xml.work { xml.send(:'work-title', @tune.title) } unless @tune.title.empty?
          xml.identification { xml.creator(@tune.composer, type: 'composer') } unless @tune.composer.empty?
          xml.send(:'part-list') { xml.send(:'score-part', id: 'P1') { xml.send(:'part-name', @ids ? '' : @instrument&.name.to_s) } }
        end

        def write_bar(xml, bar, index)
          pickup = bar.number.zero? || bar.start.positive?
          xml.measure({ number: bar.number, implicit: ('yes' if pickup) }.compact) do
            write_attributes(xml) if index.zero?
            write_tempo(xml) if index.zero? && !@ids
            write_left(xml, bar)
            @state = {}
            bar.chords.each { |chord| write_chord(xml, chord) }
            write_right(xml, bar, index)
          end
        end

        def write_attributes(xml)
          sign, line = CLEFS.fetch(@instrument&.clef || @tune.clef || 'treble')
          xml.attributes do
            xml.divisions(@divisions)
            xml.key { xml.fifths(@tune.key.fifths) and xml.mode(@tune.key.mode) }
            xml.time({ symbol: @tune.meter.symbol }.compact) { xml.beats(@tune.meter.beats) and xml.send(:'beat-type', @tune.meter.unit) }
            xml.clef { xml.sign(sign) and xml.line(line) }
            write_transpose(xml)
          end
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

        def write_left(xml, bar)
          return unless bar.repeat_start || bar.ending

          xml.barline(location: 'left') do
            xml.send(:'bar-style', 'heavy-light') if bar.repeat_start
            xml.ending(number: bar.ending, type: 'start') if bar.ending
            xml.repeat(direction: 'forward') if bar.repeat_start
          end
        end

        def write_right(xml, bar, index)
          ends = bar.ending && @tune.bars[index + 1]&.ending != bar.ending
          return unless bar.repeat_end || ends || bar.line != :single

          xml.barline(location: 'right') do
            xml.send(:'bar-style', bar.repeat_end ? 'light-heavy' : LINES.fetch(bar.line, 'regular'))
            xml.ending(number: bar.ending, type: bar.repeat_end ? 'stop' : 'discontinue') if ends
            xml.repeat(direction: 'backward') if bar.repeat_end
          end
        end

        # The notes that sound together; a tie leads to the notes of the same pitch in the next.
        def write_chord(xml, chord)
          chord.first.graces&.each_with_index { |pitch, at| write_grace(xml, pitch, chord.first.grace_fingers&.at(at)) }
          chord.each { write_note(xml, _1) }
          @tied = chord.select(&:tie).map(&:pitch)
        end

        def write_grace(xml, pitch, finger)
          xml.note do
            xml.grace(slash: 'yes')
            write_pitch(xml, pitch)
            xml.voice(1)
            xml.type('eighth')
            write_accidental(xml, pitch)
            xml.notations { xml.technical { xml.fingering(finger) } } if finger && !@ids
          end
        end

        def write_note(xml, note)
          xml.note(@ids ? { id: note.id } : {}) do
            xml.chord if note.chord
            note.rest? ? xml.rest : write_pitch(xml, note.pitch)
            write_length(xml, note)
            write_accidental(xml, note.pitch) unless note.rest? || @tied.include?(note.pitch)
            write_time_modification(xml) if note.triplet
            @beams.for(note.id).each { |level, state| xml.beam(state, number: level) } unless note.chord
            write_notations(xml, note)
          end
        end

        def write_length(xml, note)
          xml.duration((note.duration * @divisions).to_i)
          ties(note).each { xml.tie(type: _1) }
          xml.voice(1)
          xml.type(note.type)
          note.dots.times { xml.dot }
        end

        def ties(note) = [('stop' if @tied.include?(note.pitch) && !note.rest?), ('start' if note.tie)].compact

        def write_pitch(xml, pitch)
          xml.pitch do
            xml.step(pitch.letter)
            xml.alter(pitch.alter) unless pitch.alter.zero?
            xml.octave(pitch.octave)
          end
        end

        # The accidental is printed when the note differs from the key or from what stands earlier in the bar.
        def write_accidental(xml, pitch)
          place = [pitch.letter, pitch.octave]
          standing = @state.fetch(place) { @tune.key.alter(pitch.letter) }
          @state[place] = pitch.alter
          xml.accidental(ACCIDENTALS[pitch.alter + 2]) if standing != pitch.alter
        end

        def write_time_modification(xml)
          xml.send(:'time-modification') { xml.send(:'actual-notes', 3) and xml.send(:'normal-notes', 2) }
        end

        def write_notations(xml, note)
          return unless notations?(note)

          xml.notations do
            ties(note).each { xml.tied(type: _1) }
            xml.slur(number: 1, type: 'stop') if note.slur_stop
            xml.slur(number: 1, type: 'start', **(note.slur_start == :dashed ? { 'line-type': 'dashed' } : {})) if note.slur_start
            xml.tuplet(type: note.triplet, bracket: 'yes') if tuplet?(note)
            xml.ornaments { xml.send(:'trill-mark') } if note.marks.include?(:trill)
            write_technical(xml, note)
            write_articulations(xml, note)
            xml.fermata if note.marks.include?(:fermata)
          end
        end

        def tuplet?(note) = %i[start stop].include?(note.triplet) && !note.chord
        def technical?(note) = !@ids && (note.finger || note.bow || note.string)
        def notations?(note) = technical?(note) || note.slur_start || note.slur_stop || note.marks.any? || ties(note).any? || tuplet?(note)

        def write_technical(xml, note)
          return unless technical?(note)

          xml.technical do
            xml.send(:"#{note.bow}-bow") if note.bow
            xml.fingering(note.finger) if note.finger
            xml.string(note.string) if note.string
          end
        end

        def write_articulations(xml, note)
          names = { accent: 'accent', staccato: 'staccato', tenuto: 'tenuto', off_string: 'spiccato', breath: 'breath-mark' }.slice(*note.marks).values
          xml.articulations { names.each { xml.send(:"#{_1}") } } if names.any?
        end
      end
    end
  end
end
