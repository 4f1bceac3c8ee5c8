# frozen_string_literal: true

module Fawnmoss
  module Instrument
    # Where a note is played. string: 0 = lowest; finger: 0 open .. 4; hand: the Position the hand is in (an open
    # string keeps the hand where it was); semitones: above the open string; placement: :open, :low, :natural,
    # :high, :extended or :closed.
    Place = Value.of(:string, :finger, :hand, :semitones, :placement) do
      def open? = finger.zero?

      # What a place shares with a Grip: its highest string, and the places in it.
      attr_reader :parts

      def derive = @parts = [self].freeze
      def top = string
      def double? = false

      # Strings between this place and another, or a grip: 0 on the same, 1 to a neighbour, 2 and more over one.
      def apart(other)
        up = other.string - top
        return up if up.positive?

        down = string - other.top
        down.positive? ? down : 0
      end

      # What a teacher would call the same place, whatever the idle hand does: an open string is one place.
      def visible = [string, finger, open? ? nil : hand.name]
    end
  end
end
