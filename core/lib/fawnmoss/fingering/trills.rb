# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # The finger that a trill is played with.
    module Trills
      # place: of the main note; upper: the pitch above it. Returns the Place of the upper note on the same string, the hand where it is,
      # or nil. A finger of the closed hand goes before a stretch.
      #   Trills.place(b_on_a, c_sharp, violin).finger # => 2
      def self.place(place, upper, instrument)
        open = instrument.open[place.string]
        hands = instrument.hand.position_names.flat_map { instrument.hand.positions(_1) }.select { _1.same_spot?(place.hand) }
        found = hands.flat_map { instrument.hand.places(upper, open, place.string, _1) }.select { _1.finger > place.finger }
        found.min_by.with_index { |other, at| [other.placement == :extended ? 1 : 0, other.finger, at] }
      end
    end
  end
end
