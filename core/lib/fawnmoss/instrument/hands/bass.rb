# frozen_string_literal: true

module Fawnmoss
  module Instrument
    module Hands
      # Double bass, two schools: 1-2-4 spans a whole tone, 1-2-3-4 a minor third (guide page on instruments).
      # Position names follow the nineteenth-century 1-2-4 books (from memory).
      class Bass
        NUT = { 'half' => 1, '1' => 2, '2' => 3, 'between 2 and 3' => 4, '3' => 5, 'between 3 and 4' => 6, '4' => 7 }.freeze
        FINGERS = { '1-2-4' => [1, 2, 4], '1-2-3-4' => [1, 2, 3, 4] }.freeze

        # How the next two letters lie, by their semitones from finger 1; the skill that the hand as a whole needs.
        PATTERNS = { '1-2-4' => { [0, 1] => '1-2', [0, 2] => '1-4', [-1, 1] => 'half, 1-4', [-1, 0] => 'half, 1-2' },
                     '1-2-3-4' => { [0, 1] => '1-2', [0, 2] => '1-3', [-1, 1] => 'half, 1-3', [-1, 0] => 'half, 1-2' } }.each_value(&:freeze).freeze
        SKILLS = { '1-2-4' => 'left.block', '1-2-3-4' => 'left.four-semitones' }.freeze

        include Measured

        # Finger numbers in use, one a semitone: [1, 2, 4].
        attr_reader :fingers

        def initialize(school)
          @school = school
          @fingers = FINGERS.fetch(school) do
            raise InvalidInput.new("#{school.inspect} is not a bass hand", where: { field: 'hand' },
                                                                           remedy: 'Choose 1-2-4 or 1-2-3-4.')
          end
        end

        def position_names = NUT.keys
        def half_at_home? = true
        def first_skill = SKILLS.fetch(@school)
        def block = 'the block behind 4'

        # How the letters of a key lie in the hand. away: semitones of each from finger 1's place.
        def pattern(away) = PATTERNS.fetch(@school).fetch(away.first(2)) { inside(away) }
        def positions(name) = [Position.new(name:, nut: NUT.fetch(name), form: :plain)]

        # Places of a written pitch on a string in a position: none or one.
        def places(pitch, open, string, position)
          semitones = pitch.midi - open.midi
          reach = semitones - position.nut
          return [] unless reach.between?(0, @fingers.size - 1)

          [Place.new(string:, finger: @fingers[reach], hand: position, semitones:, placement: :natural)]
        end
      end
    end
  end
end
