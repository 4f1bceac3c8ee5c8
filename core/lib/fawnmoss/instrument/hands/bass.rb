# frozen_string_literal: true

module Fawnmoss
  module Instrument
    module Hands
      # Double bass, two schools: 1-2-4 spans a whole tone, 1-2-3-4 a minor third (guide page on instruments).
      # Position names follow the nineteenth-century 1-2-4 books (from memory).
      class Bass
        NUT = { 'half' => 1, '1' => 2, '2' => 3, 'between 2 and 3' => 4, '3' => 5, 'between 3 and 4' => 6, '4' => 7 }.freeze
        FINGERS = { '1-2-4' => [1, 2, 4], '1-2-3-4' => [1, 2, 3, 4] }.freeze

        # Finger numbers in use, one a semitone: [1, 2, 4].
        attr_reader :fingers

        def initialize(school)
          @fingers = FINGERS.fetch(school) do
            raise InvalidInput.new("#{school.inspect} is not a bass hand", where: { field: 'hand' },
                                                                           remedy: 'Choose 1-2-4 or 1-2-3-4.')
          end
        end

        def position_names = NUT.keys
        def half_at_home? = true
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
