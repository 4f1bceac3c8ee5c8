# frozen_string_literal: true

module Fawnmoss
  module Instrument
    module Hands
      # Cello: a finger a semitone (closed); extended, a whole tone between 1 and 2, reached forward (thumb and 2-3-4 move
      # up) or backward (1 alone reaches down). Guide page on instruments.
      class Cello
        NUT = { 'half' => [1], '1' => [2], '2' => [3, 4], '3' => [5, 6], '4' => [7] }.freeze
        REACH = { closed: [0, 1, 2, 3], extended: [0, 2, 3, 4], back: [0, 2, 3, 4] }.freeze
        NAMES = { 3 => '2 lowered', 6 => '3 raised' }.freeze
        # How the next three letters lie, by their semitones from finger 1.
        PATTERNS = { [0, 1, 3] => 'closed, 1-2-4', [0, 2, 3] => 'closed, 1-3-4', [-1, 1, 3] => 'extended back, 1-2-4', [0, 2, 4] => 'extended, 1-2-4',
                     [-1, 1, 2] => 'half, 1-3-4', [-1, 0, 2] => 'half, 1-2-4', [0, 1, 2] => 'closed, 1-2-3' }.freeze

        include Measured

        # Finger numbers in use, one a semitone.
        def fingers = [1, 2, 3, 4]
        def first_skill = 'left.first-fingers'
        def block = 'fingers 1 to 4'

        # How the letters of a key lie in the hand. away: semitones of each from finger 1's place.
        def pattern(away) = PATTERNS.fetch(away.first(3)) { inside(away) }

        def position_names = NUT.keys
        def half_at_home? = false

        # Closed and opened forward at each spot; in first position also with 1 reaching back to the semitone. Further up the
        # beginner's hand closes a semitone lower instead: a small shift to the lowered position.
        def positions(name)
          NUT.fetch(name).flat_map do |nut|
            label = NAMES.fetch(nut, name)
            forms = [[:closed, nut]]
            forms << [:extended, nut] unless name == 'half'
            forms << [:back, nut - 1] if name == '1'
            forms.map { |form, first| Position.new(name: label, nut: first, form:) }
          end
        end

        # Places of a written pitch on a string in a position: none or one.
        def places(pitch, open, string, position)
          semitones = pitch.midi - open.midi
          finger = REACH.fetch(position.form).index(semitones - position.nut)
          return [] unless finger

          [Place.new(string:, finger: finger + 1, hand: position, semitones:, placement: placement(position.form, finger))]
        end

        private

        # Forward, the fingers above 1 are the ones that reach; backward, 1 is.
        def placement(form, finger)
          (form == :extended && finger.positive?) || (form == :back && finger.zero?) ? :extended : :closed
        end
      end
    end
  end
end
