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
                                    **head.to_h.slice(*Notation::Events::Sound::HEAD))
      end

      # With nothing attached. written: quarters as drawn.
      def self.plain(pitches, written, ratio = nil)
        Notation::Events::Sound.new(**Notation::Events::PLAIN, pitches: pitches.freeze, ratio:, length: 0r).long(written)
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
        before.copy(length: before.length + sound.length, tied: sound.tied, slur_stop: sound.slur_stop, marks: (before.marks | sound.marks).freeze,
                    directions: [*before.directions, *sound.directions].freeze)
      end

      # Nothing begins on it.
      def self.bare?(sound) = !sound.slur_start && sound.bow.nil? && sound.graces.nil? && sound.lyrics.empty? && sound.fingers.compact.empty?

      private_class_method :bare?, :both
    end
  end
end
