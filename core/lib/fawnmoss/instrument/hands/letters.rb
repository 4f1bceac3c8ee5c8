# frozen_string_literal: true

module Fawnmoss
  module Instrument
    module Hands
      # Violin and viola: fingers follow the written letter. In position n, finger f plays the letter n + f - 1 steps
      # above the open string's (common practice; guide page on instruments).
      class Letters
        # Semitones of finger 1 above the nut when it stands in the middle of its letter.
        NUT = { 'half' => 1, '1' => 2, '2' => 4, '3' => 5, '4' => 7, '5' => 9 }.freeze
        STEP = { 'half' => 0, '1' => 1, '2' => 2, '3' => 3, '4' => 4, '5' => 5 }.freeze
        # finger => { semitones above finger 1's natural place => placement }
        FRAME = {
          1 => { -1 => :low, 0 => :natural, 1 => :high }, 2 => { 0 => :low, 1 => :low, 2 => :high, 3 => :high },
          3 => { 2 => :low, 3 => :natural, 4 => :high }, 4 => { 3 => :low, 4 => :low, 5 => :natural, 6 => :extended }
        }.freeze

        # Where the semitone lies, by the semitones between neighbouring fingers; which skill a finger set so needs.
        PATTERNS = { [2, 1, 2] => '2-3 close', [1, 2, 2] => '1-2 close', [2, 2, 1] => '3-4 close', [2, 2, 2] => 'all apart' }.freeze
        SKILLS = { [2, :high] => 'pattern.2-3-close', [2, :low] => 'pattern.1-2-close', [3, :high] => 'pattern.3-4-close', [1, :low] => 'pattern.low-1' }.freeze

        def position_names = NUT.keys
        def half_at_home? = false
        def positions(name) = [Position.new(name:, nut: NUT.fetch(name), step: STEP.fetch(name), form: :plain)]

        # The Place of a written pitch on a string (its open pitch given) in a position, or nil. The raised open note
        # (D# on the D string) belongs to half position; in first it is finger 1 drawn back out of the hand.
        def places(pitch, open, string, position)
          semitones = pitch.midi - open.midi
          finger = pitch.step - open.step - position.step + 1
          return [drawn_back(string, position)] if finger.zero? && semitones == 1 && position.first?

          placement = FRAME.dig(finger, semitones - position.nut)
          placement && semitones.positive? ? [Place.new(string:, finger:, hand: position, semitones:, placement:)] : []
        end

        # How four letters of a key lie in the hand. away: semitones of each from finger 1's natural place.
        #   Letters.new.pattern([0, 1, 3, 5]) # => "1-2 close"
        def pattern(away)
          words = PATTERNS.fetch(away.each_cons(2).map { |near, far| far - near }, 'unusual')
          { -1 => "low 1, #{words}", 1 => "high 1, #{words}" }.fetch(away.first, words)
        end

        # [[finger, semitones], ...] of the key's letters on a string in first position: one finger a letter.
        def drawn(_open, stops) = stops.each_with_index.map { |semitones, index| [index + 1, semitones] }

        # What comes down together before a crossing onto 4.
        def block = 'fingers 1 to 4'

        # Skill ids that a stopped place asks for, besides its position.
        def skills(place)
          ['left.first-fingers', SKILLS[[place.finger, place.placement]], ('left.fourth' if place.finger == 4)].compact
        end

        private

        def drawn_back(string, position) = Place.new(string:, finger: 1, hand: position, semitones: 1, placement: :extended)
      end
    end
  end
end
