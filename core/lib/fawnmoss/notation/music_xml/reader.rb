# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # Reads one voice of one part, chords and grace notes in it. What has no place in a tune (layout, cue notes, figured bass) is left out and named
      # in the tune's notices; what would change the notes if left out is refused with its bar.
      class Reader
        include Marks
        include Directions

        LEFT_OUT = { 'harmony' => 'some chord symbols', 'direction' => 'some lines and signs over the staff', 'figured-bass' => 'figured bass',
                     'ornament' => 'ornaments other than trills', 'cue' => 'cue notes', 'unpitched' => 'notes without pitch' }.freeze

        # text: XML. part: 0 the first, nil for the first that has notes; voice: its name, nil for the first.
        def initialize(text, part: nil, voice: nil)
          selection = Selection.new(text)
          @notices = selection.only(part, voice)
          @document = selection.document
          @title = selection.title
          @left_out = []
          @events = []
          @bar = nil
        end

        # Returns Score::Tune.
        def tune
          root = @document.root
          refuse('this is not a MusicXML score in parts', 'Export it as MusicXML (score-partwise).') unless root&.name == 'score-partwise'
          measures = root.xpath('part').first&.xpath('measure').to_a
          refuse('the score has no bars') if measures.empty?
          measures.each_with_index { |measure, index| read_measure(measure, index) }
          build(root)
        end

        private

        def read_measure(measure, index)
          @bar = measure['number'].to_s.match?(/\A\d+\z/) ? measure['number'].to_i : index + 1
          @line = { line: :single, repeat_end: false, signs: [] }
          before = @events.size
          measure.element_children.each { |child| read(child) }
          refuse('grace notes at the end of a bar', 'Write them before the note they belong to.') if @graces && measure.next_element.nil?
          rest_of_empty(before)
          @events << Events::Line.new(**@line)
        end

        def read(child)
          case child.name
          when 'note' then read_note(child)
          when 'attributes' then read_attributes(child)
          when 'barline' then read_barline(child)
          when 'direction' then directed(child)
          when 'harmony' then harmony(child)
          when 'sound' then sounded(child).each { put(_1) }
          else left_out(child.name)
          end
        end

        # A bar of nothing is a bar of rest.
        def rest_of_empty(before)
          return if @events.drop(before).any?(Events::Sound)

          meter = @meter.is_a?(Theory::Meter) ? @meter.bar_length : 4r
          @events << Events.rest(meter)
        end

        # A jump or an end is that of this bar, wherever in it it stands.
        def put(event) = event.is_a?(Events::Sign) && Events::Sign::ENDS.include?(event.kind) ? @line[:signs] << event.kind : @events << event

        def read_attributes(attributes)
          found = Signature.new(attributes, method(:refuse))
          @divisions = found.divisions || @divisions
          change = Events::Change.new(key: found.key, meter: found.meter, clef: found.clef)
          @key ||= change.key
          @meter = change.meter || @meter
          @events << change if change.any?
        end

        def read_barline(barline)
          inside = Children.new(barline)
          SIGNS.each { |name, kind| put(Events::Sign.new(kind:)) if inside[name] }
          direction = inside['repeat'] && inside['repeat']['direction']
          opens(direction == 'forward', inside['ending'])
          return if barline['location'] == 'left'

          style = { 'light-light' => :double, 'light-heavy' => :final }[inside['bar-style']&.text]
          @line = { line: (style unless direction) || @line[:line], repeat_end: @line[:repeat_end] || direction == 'backward', signs: @line[:signs] }
        end

        # A forward repeat sign, or an ending that begins here.
        def opens(repeat_start, ending)
          numbers = ending['number'].to_s[/\d[\d, ]*/]&.strip if ending && ending['type'] == 'start'
          @events << Events::Line.new(line: :single, repeat_start:, ending: numbers, signs: [].freeze) if repeat_start || numbers
        end

        def read_note(node)
          note = Children.new(node)
          return left_out('cue') if note['cue']
          return read_rest_of(note) if note['unpitched']

          return read_grace(note) if note['grace']
          return read_chord(note) if note['chord']

          length = duration(note)
          marks = marks(note)
          found = pitch(note)
          @events << Events::Sound.new(pitches: [found].compact.freeze, length:, lyrics: lyrics(note), ratio: ratio(note), tied: tied(note, found),
                                       fingers: [marks[:finger]].freeze, strings: [marks[:string]].freeze, **marks.except(:finger, :string), **graces(note))
        end

        # A note of no pitch sounds on no string: its time is kept.
        def read_rest_of(note)
          left_out('unpitched')
          @events << Events.rest(duration(note)) unless note['chord'] || note['grace']
        end

        # A note that sounds with the one before it: what holds for the whole chord stands on the first.
        def read_chord(written)
          at = @events.rindex { !_1.is_a?(Score::Direction) }
          head = at && @events[at]
          refuse('a chord note without a note before it') unless head.is_a?(Events::Sound) && !head.rest?
          note = pitch(written)
          refuse('a chord note that is a rest') unless note
          @events[at] = with_note(head, note, written) unless head.pitches.include?(note)
        end

        def with_note(head, note, written)
          own = marks(written)
          whole = %i[slur_start slur_stop bow].to_h { |name| [name, head[name] || own[name]] }
          head.copy(pitches: [*head.pitches, note].freeze, tied: (head.tied + tied(written, note)).freeze, marks: (head.marks | own[:marks]).freeze,
                    fingers: [*head.fingers, own[:finger]].freeze, strings: [*head.strings, own[:string]].freeze, **whole)
        end

        def tied(note, pitch) = pitch && note.all('tie').any? { _1['type'] == 'start' } ? [pitch].freeze : [].freeze

        def read_grace(note) = (@graces ||= []) << [pitch(note), marks(note)[:finger]]

        # Grace notes that came before this note, and their fingers.
        def graces(note)
          found = @graces
          @graces = nil
          return { graces: nil, grace_fingers: nil } if found.nil? || note['rest']

          pitches, fingers = found.reject { |grace, _| grace.nil? }.transpose
          { graces: pitches&.freeze, grace_fingers: (fingers.freeze if fingers&.any?) }
        end

        def duration(note)
          text = note['duration']&.text.to_s.strip
          refuse('a note has no length') unless text.match?(/\A\d{1,7}(\.\d+)?\z/) && text.to_f.positive?
          refuse('the divisions of a quarter are missing') unless @divisions&.positive?
          Rational(text) / @divisions
        end

        # [3, 2] for three in the time of two, or nil.
        def ratio(note)
          change = note['time-modification'] or return
          found = Children.new(change).values_at('actual-notes', 'normal-notes').map { _1&.text.to_i }
          found.freeze if found.all? { _1.between?(1, 64) } && found.uniq.size > 1
        end

        def pitch(note)
          return if note['rest']

          inside = note['pitch'] && Children.new(note['pitch'])
          step, alter, octave = inside ? inside.values_at('step', 'alter', 'octave').map { _1&.text.to_s.strip } : ['', '', '']
          good = step.match?(/\A[A-G]\z/) && alter.match?(/\A(-?[0-2])?(\.0+)?\z/) && octave.match?(/\A\d\z/)
          refuse("#{step}#{alter}#{octave} is not a pitch") unless good
          Theory::Pitch.new(letter: step, alter: alter.to_i, octave: octave.to_i)
        end

        def left_out(name)
          @left_out << LEFT_OUT[name] if LEFT_OUT[name]
          nil
        end

        def build(root)
          composer = root.at_xpath('identification/creator[@type="composer"]')&.text.to_s.strip
          notices = [*@notices, *@left_out.uniq.map { "Left out: #{_1}." }]
          Assembler.tune(@events, key: @key || Theory::Key.new(fifths: 0, mode: 'major'), meter: :free, title: @title, composer:, notices:)
        end

        def refuse(message, remedy = nil) = raise(InvalidTune.new(message, where: { bar: @bar }, remedy:))
      end
    end
  end
end
