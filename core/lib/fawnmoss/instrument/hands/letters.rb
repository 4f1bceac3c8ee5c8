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

        private

        def drawn_back(string, position) = Place.new(string:, finger: 1, hand: position, semitones: 1, placement: :extended)
      end
    end
  end
end
