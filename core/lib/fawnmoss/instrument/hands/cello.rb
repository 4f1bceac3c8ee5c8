# frozen_string_literal: true

module Fawnmoss
  module Instrument
    module Hands
      # Cello: a finger a semitone (closed); extended, a whole tone between 1 and 2 (guide page on instruments).
      class Cello
        NUT = { 'half' => [1], '1' => [2], '2' => [3, 4], '3' => [5, 6], '4' => [7] }.freeze
        REACH = { closed: [0, 1, 2, 3], extended: [0, 2, 3, 4] }.freeze
        NAMES = { 3 => '2 lowered', 6 => '3 raised' }.freeze

        def position_names = NUT.keys

        def positions(name)
          NUT.fetch(name).product(REACH.keys).map do |nut, form|
            Position.new(name: NAMES.fetch(nut, name), nut:, form:)
          end
        end

        # Places of a written pitch on a string in a position: none or one.
        def places(pitch, open, string, position)
          semitones = pitch.midi - open.midi
          finger = REACH.fetch(position.form).index(semitones - position.nut)
          return [] unless finger

          placement = position.form == :extended && finger.positive? ? :extended : :closed
          [Place.new(string:, finger: finger + 1, hand: position, semitones:, placement:)]
        end
      end
    end
  end
end
