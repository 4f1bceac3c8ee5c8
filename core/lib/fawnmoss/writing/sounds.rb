# frozen_string_literal: true

module Fawnmoss
  module Writing
    # Sounds: the notes at one place as one value (Notation::Events::Sound), cut and put together.
    module Sounds
      SHORTEST = 1/8r # quarters, as drawn: a thirty-second
      LONGEST = 4r

      # chord: Score::Note list of what stands at one place.
      def self.of(chord)
        head = chord.first
        notes = head.rest? ? [] : chord
        ratio = head.tuplet && [head.tuplet.notes, head.tuplet.within].freeze
        Notation::Events::Sound.new(pitches: notes.map(&:pitch).freeze, length: head.duration, ratio:,
                                    tied: notes.select(&:tie).map(&:pitch).freeze, fingers: notes.map(&:finger).freeze, strings: notes.map(&:string).freeze,
                                    **head.to_h.slice(:slur_start, :slur_stop, :marks, :bow, :graces, :grace_fingers, :directions, :lyrics))
      end

      def self.plain(pitches, written, ratio = nil)
        Notation::Events::Sound.new(**Notation::Events::PLAIN, pitches: pitches.freeze, ratio:, length: ratio ? written * ratio[1] / ratio[0] : written)
      end

      # Quarters of the sign that is drawn.
      def self.written(sound) = sound.ratio ? sound.length * sound.ratio[0] / sound.ratio[1] : sound.length

      def self.long(sound, written) = sound.copy(length: sound.ratio ? written * sound.ratio[1] / sound.ratio[0] : written)

      # A sound in parts of so many quarters each, tied; what is at its end stays at its end.
      def self.cut(sound, lengths)
        lengths.each_with_index.map do |length, at|
          first = at.zero?
          last = at == lengths.size - 1
          part = first ? sound : sound.copy(**AFTER, marks: [].freeze)
          part.copy(length:, tied: last ? sound.tied : sound.pitches, slur_stop: last && sound.slur_stop, slur_start: first && sound.slur_start,
**apart(sound, first, last))
        end
      end

      # Marks and directions of one part of a sound that was cut.
      def self.apart(sound, first, last)
        marks = sound.marks.select { %i[breath fermata].include?(_1) ? last : first }
        directions = sound.directions&.select { _1.kind == :hairpin_end ? last : first }
        { marks: marks.freeze, directions: (directions.freeze if directions&.any?) }
      end

      # Sounds of which ties over what was a bar line are one again, where no group is in the way.
      def self.joined(sounds)
        sounds.each_with_object([]) do |sound, found|
          found.any? && over?(found.last, sound) && bare?(sound) ? found[-1] = both(found.last, sound) : found << sound
        end
      end

      # One note goes on in the other.
      def self.over?(before, sound)
        sound.pitches.any? && !before.ratio && !sound.ratio && before.pitches == sound.pitches && before.tied == sound.pitches
      end

      def self.both(before, sound)
        directions = [*before.directions, *sound.directions]
        before.copy(length: before.length + sound.length, tied: sound.tied, slur_stop: sound.slur_stop, marks: (before.marks | sound.marks).freeze,
                    directions: directions.empty? ? nil : directions.freeze)
      end

      # Nothing begins on it.
      def self.bare?(sound) = !sound.slur_start && sound.bow.nil? && sound.graces.nil? && sound.lyrics.nil? && sound.fingers.compact.empty?

      AFTER = { fingers: [].freeze, strings: [].freeze, bow: nil, graces: nil, grace_fingers: nil, lyrics: nil }.freeze
      private_constant :AFTER
      private_class_method :apart, :bare?, :both
    end
  end
end
