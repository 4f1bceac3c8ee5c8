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
          parts = sound.cut(self.class.drawn(sound.written).map { |written| sound.ratio ? written * sound.ratio[1] / sound.ratio[0] : written })
          parts.each_with_index.flat_map do |part, number|
            chord(part, tuplet(sound, index, number.zero?, number == parts.size - 1), &).tap { @at += part.length }
          end
        end

        # Slurs, bow signs, marks, words and the like stand on the first note of a chord.
        def chord(part, tuplet)
          type, dots = Score::Note.drawn(part.written) || ['64th', 0]
          shared = { at: @at, duration: part.length, type:, dots:, tuplet: }
          return [Score::Note.new(id: yield, pitch: nil, **shared, **NOTHING, **part.to_h.slice(:marks, :directions))] if part.rest?

          head = part.to_h.slice(*Events::Sound::HEAD)
          part.pitches.each_with_index.map do |pitch, number|
            Score::Note.new(id: yield, pitch:, **shared, **NOTHING, **(number.zero? ? head : {}), tie: part.tied.include?(pitch), chord: number.positive?,
                            finger: part.fingers[number], string: part.strings[number])
          end
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

        NOTHING = { tie: false, chord: false, slur_start: false, slur_stop: false, marks: [].freeze }.freeze # of a note with nothing attached
        LENGTHS = Score::Note::TYPES.keys.flat_map { |length| [length * 7 / 4, length * 3 / 2, length] }.sort.reverse.freeze
        private_constant :NOTHING, :LENGTHS
      end
    end
  end
end
