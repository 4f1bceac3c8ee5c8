# frozen_string_literal: true

module Fawnmoss
  module Instrument
    # Two places taken by one hand and sounded by one bow: a double stop on neighbouring strings.
    # places: two Place, in the order of their pitches; string, top: the lower and the higher of the strings; hand: where
    # the stopping hand is.
    Grip = Value.of(:places, :string, :top, :hand) do
      # All grips of two lists of places (of the lower and the higher pitch), in their order.
      def self.of(lows, highs)
        lows.product(highs).filter_map do |pair|
          next unless (pair[0].string - pair[1].string).abs == 1 && one_hand?(*pair)

          strings = pair.map(&:string)
          new(places: pair.freeze, string: strings.min, top: strings.max, hand: (pair.find { !_1.open? } || pair[0]).hand)
        end.uniq(&:places)
      end

      # One finger can hold both strings only straight across; otherwise each has its own, and the hand stands once.
      def self.one_hand?(low, high)
        return low.hand == high.hand if low.open? && high.open?
        return low.hand.same_spot?(high.hand) if low.open? || high.open?

        low.hand == high.hand && (low.finger != high.finger || low.semitones == high.semitones)
      end
      private_class_method :one_hand?

      # As Place#apart.
      def apart(other) = [other.string - top, string - other.top, 0].max
      def parts = places
      def double? = true
      def open? = places.all?(&:open?)
      def finger = places.first.finger
      def semitones = places.first.semitones
      def placement = places.first.placement
      def visible = places.map(&:visible)
    end
  end
end
