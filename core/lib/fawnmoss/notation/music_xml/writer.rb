# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # Writes a tune as MusicXML (valid against the 3.0 schema when ids are off: ids came with 3.1).
      class Writer
        include Said

        ACCIDENTALS = %w[flat-flat flat natural sharp double-sharp].freeze

        # ids: note ids as attributes, no name before the staff, no second part and no fingers, strings or bow signs, for the engraver, which
        # leaves those to the bands. instrument: its clef, name and transposition; nil writes the tune as it was read.
        # name: of the part; beside: it is a second one, which says nothing that the first has said; others: Writers of more parts;
        # prefix: what note ids begin with, as attributes of a score that has everything else as well, for the engraver; nil for none.
        def initialize(tune, ids: false, instrument: nil, name: instrument&.name.to_s, beside: false, others: [], prefix: nil)
          @tune = tune
          @prefix = ids ? '' : prefix
          @ids = ids
          @instrument = instrument
          @name = ids ? '' : name
          @beside = beside
          @others = [*(self.class.new(tune.second, name: tune.second.title, beside: true) if tune.second && !ids), *others]
          @divisions = tune.notes.map { _1.duration.denominator }.uniq.inject(1, :lcm)
          @frame = Frame.new(tune, instrument, @divisions)
          @beams = Beams.new(tune)
          @tied = []
          @sung = Score::Syllable::NONE
        end

        def text
          xml = Markup.new
          xml.send(:'score-partwise', version: '3.0') do
            write_head(xml)
            parts.each { |id, part| xml.part(id:) { part.write_bars(xml) } }
          end
          xml.to_xml
        end

        def write_bars(xml) = @tune.bars.each_with_index { |bar, index| write_bar(xml, bar, index) }

        attr_reader :name

        protected :write_bars, :name

        private

        # By id, as the score names them.
        def parts = [self, *@others].each_with_index.to_h { |part, index| ["P#{index + 1}", part] }

        def write_head(xml)
          xml.work { xml.send(:'work-title', @tune.title) } unless @tune.title.empty?
          xml.identification { xml.creator(@tune.composer, type: 'composer') } unless @tune.composer.empty?
          xml.send(:'part-list') { parts.each { |id, part| xml.send(:'score-part', id:) { xml.send(:'part-name', part.name) } } }
        end

        def write_bar(xml, bar, index)
          pickup = bar.number.zero? || bar.start.positive?
          xml.measure({ number: bar.number, implicit: ('yes' if pickup) }.compact) do
            @frame.open(xml, bar, index) { write_tempo(xml, bar.tempo) if tempo?(bar, index) }
            @key = bar.key
            @state = {}
            bar.chords.each { |chord| write_chord(xml, chord) }
            @frame.close(xml, bar, index)
          end
        end

        # How fast, where the tune says so and where that changes; the page says the first tempo by itself.
        def tempo?(bar, index) = bar.tempo && !@beside && (index.zero? ? !@ids : @tune.bars[index - 1].tempo != bar.tempo)

        # The notes that sound together; a tie leads to the notes of the same pitch in the next.
        def write_chord(xml, chord)
          write_directions(xml, chord.first, behind: false)
          chord.first.graces&.each_with_index { |pitch, at| write_grace(xml, pitch, chord.first.grace_fingers&.at(at)) }
          chord.each { write_note(xml, _1) }
          write_directions(xml, chord.first, behind: true)
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
          xml.note(@prefix ? { id: "#{@prefix}#{note.id}" } : {}) do
            xml.chord if note.chord
            note.rest? ? xml.rest : write_pitch(xml, note.pitch)
            write_length(xml, note)
            write_accidental(xml, note.pitch) unless note.rest? || @tied.include?(note.pitch)
            write_time_modification(xml, note.tuplet) if note.tuplet
            @beams.for(note.id).each { |level, state| xml.beam(state, number: level) } unless note.chord
            write_notations(xml, note)
            write_lyrics(xml, note.lyrics) if note.lyrics.any?
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
          standing = @state.fetch(place) { @key.alter(pitch.letter) }
          @state[place] = pitch.alter
          xml.accidental(ACCIDENTALS[pitch.alter + 2]) if standing != pitch.alter
        end

        def write_time_modification(xml, tuplet)
          xml.send(:'time-modification') { xml.send(:'actual-notes', tuplet.notes) and xml.send(:'normal-notes', tuplet.within) }
        end

        def write_notations(xml, note)
          return unless notations?(note)

          xml.notations do
            ties(note).each { xml.tied(type: _1) }
            xml.slur(number: 1, type: 'stop') if note.slur_stop
            xml.slur(number: 1, type: 'start', **(note.slur_start == :dashed ? { 'line-type': 'dashed' } : {})) if note.slur_start
            xml.tuplet(type: 'start', bracket: 'yes') if tuplet?(note) && note.tuplet.starts?
            xml.tuplet(type: 'stop') if tuplet?(note) && note.tuplet.stops?
            xml.ornaments { xml.send(:'trill-mark') } if note.marks.include?(:trill)
            write_technical(xml, note)
            write_articulations(xml, note)
            xml.fermata if note.marks.include?(:fermata)
          end
        end

        def tuplet?(note) = !note.chord && !note.tuplet.nil? && note.tuplet.place != :inside
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
