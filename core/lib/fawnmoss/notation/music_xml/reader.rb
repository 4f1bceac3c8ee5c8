# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # Reads one part of one voice, chords and grace notes in it. What has no place in a tune (layout, dynamics, words, lyrics, chord symbols) is left
      # out and named in the tune's notices; what would change the notes if left out is refused with its bar.
      class Reader
        include Joins
        include Marks
        include Signature

        LEFT_OUT = { 'lyric' => 'lyrics', 'harmony' => 'chord symbols', 'direction' => 'words and dynamics', 'figured-bass' => 'figured bass',
                     'ornament' => 'ornaments other than trills', 'tie' => 'ties that lead nowhere' }.freeze

        def initialize(text)
          @document = Xml.parse(text)
          @left_out = []
          @bar = nil
        end

        # Returns Score::Tune.
        def tune
          root = @document.root
          refuse('this is not a MusicXML score in parts', 'Export it as MusicXML (score-partwise).') unless root&.name == 'score-partwise'
          parts = root.xpath('part')
          refuse("the score has #{parts.size} parts (#{part_names(root)})", 'Export one part alone.') if parts.size != 1
          measures = parts.first.xpath('measure')
          refuse('the score has no bars') if measures.empty?
          read_signature(measures.first)
          builder = BarBuilder.new(@meter, method(:refuse_at))
          measures.each_with_index { |measure, index| read_measure(measure, index, builder) }
          build(root, builder)
        end

        private

        def part_names(root) = root.xpath('part-list/score-part/part-name').map { _1.text.strip }.reject(&:empty?).first(6).join(', ')

        def read_measure(measure, index, builder)
          @bar = measure['number'].to_s.match?(/\A\d+\z/) ? measure['number'].to_i : index + 1
          repeat_end = false
          line = :single
          measure.element_children.each do |child|
            case child.name
            when 'note' then read_note(child, builder)
            when 'attributes' then read_attributes(child, index)
            when 'barline'
              line, repeat_end = read_barline(child, builder, line, repeat_end)
            when 'backup', 'forward' then refuse('there is a second voice', 'Export a part with one voice.')
            else left_out(child.name) unless tempo_mark?(child)
            end
          end
          refuse('the bar is empty', 'Put a rest into it.') if builder.empty?
          refuse('grace notes at the end of a bar', 'Write them before the note they belong to.') if @graces
          builder.close(line:, repeat_end:)
        end

        # A direction that only says how fast is read as the tune's tempo.
        def tempo_mark?(child)
          return false unless child.name == 'direction'

          types = Children.new(child).all('direction-type').flat_map { |type| type.element_children.to_a }
          types.any? && types.all? { _1.name == 'metronome' }
        end

        def read_attributes(attributes, index)
          inside = Children.new(attributes)
          @divisions = inside['divisions'].text.to_i if inside['divisions']
          return if index.zero?

          refuse('the meter changes', 'Split the tune where it changes.') if inside['time'] && meter(attributes) != @meter
          refuse('the key changes', 'Split the tune where it changes.') if inside['key'] && key(attributes).fifths != @key.fifths
        end

        def read_barline(barline, builder, line, repeat_end)
          inside = Children.new(barline)
          direction = inside['repeat'] && inside['repeat']['direction']
          builder.mark_repeat_start if direction == 'forward'
          ending = inside['ending']
          builder.mark_ending(ending['number'][/[12]/]) if ending && ending['type'] == 'start' && ending['number'].to_s =~ /[12]/
          style = { 'light-light' => :double, 'light-heavy' => :final }[inside['bar-style']&.text]
          left = barline['location'] == 'left'
          [left || direction ? line : style || line, repeat_end || direction == 'backward']
        end

        def read_note(node, builder)
          note = Children.new(node)
          refuse_unread(note)
          left_out('lyric') if note['lyric']
          return read_grace(note) if note['grace']
          return read_chord(note, builder) if note['chord']

          duration = duration(note)
          triplet = triplet(note)
          type, dots = Score::Note.drawn(triplet ? duration * 3 / 2 : duration)
          return read_whole_rest(note, duration, builder) if type.nil? && note['rest']

          refuse("a note of #{Fraction.text(duration)} quarters cannot be drawn as one note") unless type
          builder.add({}, pitch: pitch(note), duration:, type:, dots:, triplet:, tie: tie?(note), chord: false, **marks(note), **graces(note))
        end

        # A note that sounds with the one before it: what holds for the whole chord stands on the first.
        def read_chord(written, builder)
          head = builder.last_notes.first
          refuse('a chord note without a note before it') if head.nil? || builder.empty? || head[:pitch].nil?
          refuse('the notes of a chord have different lengths') if duration(written) != head[:duration]
          note = pitch(written)
          refuse('a chord note that is a rest') unless note
          refuse('the same note twice in a chord') if builder.last_notes.any? { _1[:pitch] == note }
          marks = marks(written)
          head[:slur_start] ||= marks[:slur_start]
          head[:slur_stop] ||= marks[:slur_stop]
          head[:bow] ||= marks[:bow]
          head[:marks] |= marks[:marks]
          builder.add({}, pitch: note, **head.slice(:duration, :type, :dots, :triplet), tie: tie?(written), chord: true, graces: nil, grace_fingers: nil,
                          **marks, slur_start: false, slur_stop: false, bow: nil, marks: [].freeze)
        end

        def tie?(note) = note.all('tie').any? { _1['type'] == 'start' }

        def read_grace(note) = (@graces ||= []) << [pitch(note), marks(note)[:finger]]

        # Grace notes that came before this note, and their fingers.
        def graces(note)
          found = @graces
          @graces = nil
          refuse('grace notes before a rest') if found && note['rest']
          pitches, fingers = found&.transpose
          { graces: pitches&.freeze, grace_fingers: (fingers.freeze if fingers&.any?) }
        end

        # A whole-bar rest lasts the bar, whatever its length: written out in rests that can be drawn.
        def read_whole_rest(note, duration, builder)
          Score::Note::TYPES.each do |length, type|
            while duration >= length
              builder.add({}, pitch: nil, duration: length, type:, dots: 0, triplet: nil, tie: false, chord: false,
                          graces: nil, grace_fingers: nil, **marks(note))
              duration -= length
            end
          end
          refuse('a rest cannot be drawn') if duration.positive?
        end

        def refuse_unread(note)
          voice = note['voice']&.text
          @voice ||= voice
          refuse('there is a second voice', 'Export a part with one voice.') if voice && voice != @voice
          refuse('there are cue notes', 'Export the part without them.') if note['cue']
          refuse('a note without pitch', 'Only pitched notes are read.') if note['unpitched']
        end

        def duration(note)
          text = note['duration']&.text.to_s.strip
          refuse('a note has no length') unless text.match?(/\A\d{1,7}(\.0+)?\z/) && text.to_i.positive?
          refuse('the divisions of a quarter are missing') unless @divisions&.positive?
          Rational(text.to_i, @divisions)
        end

        def triplet(note)
          change = note['time-modification'] or return @triplet = nil
          ratio = Children.new(change).values_at('actual-notes', 'normal-notes').map { _1&.text.to_i }
          refuse("groups of #{ratio.join(' in the time of ')} are not read", 'Only triplets are.') unless ratio == [3, 2]
          @triplet = { nil => :start, :start => :inside, :inside => :stop, :stop => :start }.fetch(@triplet)
        end

        def pitch(note)
          return if note['rest']

          inside = note['pitch'] && Children.new(note['pitch'])
          step, alter, octave = inside ? inside.values_at('step', 'alter', 'octave').map { _1&.text.to_s.strip } : ['', '', '']
          good = step.match?(/\A[A-G]\z/) && alter.match?(/\A(-?[0-2])?(\.0+)?\z/) && octave.match?(/\A\d\z/)
          refuse("#{step}#{alter}#{octave} is not a pitch") unless good
          Theory::Pitch.new(letter: step, alter: alter.to_i, octave: octave.to_i)
        end

        def left_out(name) = LEFT_OUT[name] && (@left_out << LEFT_OUT[name])

        def build(root, builder)
          bars, pickup = builder.finish
          check_slurs(bars)
          bars = without_loose_ties(bars)
          title = %w[work/work-title movement-title].filter_map { root.at_xpath(_1)&.text&.strip }.reject(&:empty?).first
          tempo = tempo(root.at_xpath('//sound/@tempo')&.value)
          notices = @left_out.uniq.map { |what| "Left out: #{what}." }
          Score::Tune.new(title: title.to_s, composer: root.at_xpath('identification/creator[@type="composer"]')&.text.to_s.strip, key: @key, meter: @meter,
                          tempo:, pickup:, clef: @clef, bars: bars.freeze, notices: notices.freeze)
        end

        # Whole quarters a minute, or nil for what is no number or no tempo.
        def tempo(text)
          number = Float(text.to_s, exception: false)
          number.round if number&.between?(20, 300)
        end

        def refuse(message, remedy = nil) = refuse_at(message, { bar: @bar }, remedy)
        def refuse_at(message, where, remedy) = raise(InvalidTune.new(message, where: { bar: @bar }.merge(where), remedy:))
      end
    end
  end
end
