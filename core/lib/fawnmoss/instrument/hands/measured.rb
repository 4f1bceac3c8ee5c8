# frozen_string_literal: true

module Fawnmoss
  module Instrument
    module Hands
      # What hands that set a finger a semitone have in common (cello and bass); the includer says its fingers and first_skill.
      module Measured
        LETTERS = 3 # of a key that are drawn on a string in first position

        # Skill ids that a stopped place asks for, besides its position.
        def skills(place) = [first_skill, ('pattern.second-finger' if place.finger == 2)].compact

        # [[finger, semitones], ...] of the key's letters on a string, in first or half position. open: Theory::Pitch; stops: semitones above it.
        def drawn(open, stops)
          stops.first(LETTERS).each_with_index.filter_map do |semitones, index|
            finger = finger_at(open, semitones, index) and [finger, semitones]
          end
        end

        private

        # Fingers of the letters that lie inside the hand, where the key does not start on finger 1: "2-4".
        def inside(away) = away.grep(0...fingers.size).map { fingers[_1] }.join('-')

        def finger_at(open, semitones, index)
          pitch = open.up(Theory::Interval.new(steps: index + 1, semitones:))
          %w[1 half].flat_map { positions(_1) }.flat_map { places(pitch, open, 0, _1) }.first&.finger
        end
      end
    end
  end
end
