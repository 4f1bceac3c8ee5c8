# frozen_string_literal: true

module Fawnmoss
  module Notation
    class Assembler
      # The sounds of one bar as written signs: Score::Note list. A length that no single sign has becomes several, tied.
      class Signs
        SHORTEST = 1/16r # quarters: what is finer is drawn as this

        # A length, in quarters, as lengths that one sign has each, the longest first.
        #   Signs.drawn(5/2r) # => [(2/1), (1/2)]
        def self.drawn(length)
          return [length] if Score::Note.drawn(length) || length <= SHORTEST

          first = LENGTHS.find { _1 < length }
          first ? [first, *drawn(length - first)] : [length]
        end

        # sounds: Events::Sound list; at: where in the bar the first one stands.
        def initialize(sounds, at)
          @sounds = sounds
          @at = at
        end

        # The block answers the next note's id.
        def notes(&)
          @places = places
          @sounds.each_with_index.flat_map { |sound, index| written(sound, index, &) }
        end

        private

        def written(sound, index, &)
          factor = sound.ratio ? Rational(sound.ratio[1], sound.ratio[0]) : 1r
          pieces = self.class.drawn(sound.length / factor)
          pieces.each_with_index.flat_map do |written, number|
            edge = [number.zero?, number == pieces.size - 1]
            chord(sound, written, factor, tuplet(sound, index, *edge), *edge, &).tap { @at += written * factor }
          end
        end

        def chord(sound, written, factor, tuplet, first, last)
          type, dots = Score::Note.drawn(written) || ['64th', 0]
          shared = { at: @at, duration: written * factor, type:, dots:, tuplet: }
          return [Score::Note.new(id: yield, pitch: nil, **shared, **rest(sound, first, last))] if sound.rest?

          sound.pitches.each_with_index.map do |pitch, number|
            Score::Note.new(id: yield, pitch:, **shared, tie: !last || sound.tied.include?(pitch), chord: number.positive?,
                            **marks(sound, number, first, last))
          end
        end

        def rest(sound, first, last)
          { tie: false, chord: false, slur_start: false, slur_stop: false, marks: first ? sound.marks : [].freeze, directions: directions(sound, first, last) }
        end

        # Slurs, bow signs, marks, words and the like stand on the first note of a chord and the first sign of a length; a slur, a breath and a hairpin
        # end on the last.
        def marks(sound, number, first, last)
          fixed = first ? { finger: sound.fingers[number], string: sound.strings[number] } : {}
          return { **fixed, slur_start: false, slur_stop: false, marks: [].freeze } unless number.zero?

          starting = first ? { slur_start: sound.slur_start, **sound.to_h.slice(:bow, :graces, :grace_fingers, :lyrics) } : { slur_start: false }
          { **fixed, **starting, slur_stop: last && sound.slur_stop, marks: marks_of(sound, first, last),
            directions: directions(sound, first, last) }
        end

        def directions(sound, first, last)
          return unless sound.directions

          found = sound.directions.select { _1.kind == :hairpin_end ? last : first }
          found.freeze if found.any?
        end

        def marks_of(sound, first, last)
          return sound.marks if first && last

          ending, starting = sound.marks.partition { %i[breath fermata].include?(_1) }
          [*(starting if first), *(ending if last)].freeze
        end

        def tuplet(sound, index, first, last)
          return unless sound.ratio

          starts, stops = @places[index]
          place = { [true, true] => :alone, [true, false] => :start, [false, true] => :stop, [false, false] => :inside }[[starts && first, stops && last]]
          Score::Tuplet.new(notes: sound.ratio[0], within: sound.ratio[1], place:)
        end

        # By sound [a group begins, a group ends]. A group is full when it fills notes of its first length; or, where lengths differ, when it ends
        # where a plain note could.
        def places
          found = {}
          @sounds.each_index.slice_when { |a, b| @sounds[a].ratio != @sounds[b].ratio }.each do |run|
            next unless @sounds[run.first].ratio

            groups(run).each { |group| group.each { |index| found[index] = [index == group.first, index == group.last] } }
          end
          found
        end

        def groups(run)
          count = @sounds[run.first].ratio.first
          start = nil
          sum = 0r
          run.slice_after do |index|
            start ||= @sounds[index].length
            sum += @sounds[index].length
            full = sum >= start * count || (!power_of_two?(count) && power_of_two?(sum.denominator))
            next unless full

            start = nil
            sum = 0r
            true
          end.to_a
        end

        def power_of_two?(number) = number.nobits?(number - 1)

        LENGTHS = Score::Note::TYPES.keys.flat_map { |length| [length * 7 / 4, length * 3 / 2, length] }.sort.reverse.freeze
        private_constant :LENGTHS
      end
    end
  end
end
