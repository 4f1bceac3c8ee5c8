# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Every place a note could be played, in the order that breaks ties: position as listed, open before stopped, lower
    # finger first, then lower string.
    class Candidates
      # positions: names such as ['1'] or ['half', '1']. Raises InvalidInput for a name the instrument does not have.
      def initialize(instrument, positions)
        @instrument = instrument
        @positions = positions.flat_map { |name| named(name) }
        @known = {}
        @grips = {}
      end

      # Frozen list of Instrument::Place for a written pitch; empty when it is out of reach. A plain finger of an opened cello
      # hand is left out: the same finger of the closed hand can do all it can.
      def for(pitch) = @known[pitch] ||= all(pitch).reject { _1.placement == :closed && _1.hand.open_hand? }.freeze

      # Frozen list of Place (one note) or Instrument::Grip (two) for the notes that sound together; empty when one hand and
      # one bow cannot take them. The same list for the same pitches.
      def for_sound(notes)
        return self.for(notes.first.pitch) if notes.size == 1
        return [].freeze if notes.size > 2

        pitches = notes.map(&:pitch)
        @grips[pitches] ||= Instrument::Grip.of(*pitches.map { all(_1) }).freeze
      end

      private

      def all(pitch) = unstopped(pitch) + stopped(pitch)

      def named(name)
        unless @instrument.hand.position_names.include?(name)
          raise InvalidInput.new("the #{@instrument.name} has no position #{name.inspect}", where: { field: 'positions' },
                                 remedy: "Choose from #{@instrument.hand.position_names.join(', ')}.")
        end
        @instrument.hand.positions(name)
      end

      # An open string keeps the hand where it was, so it is a place once for every spot the hand may stand on.
      def unstopped(pitch)
        @instrument.open.each_index.select { @instrument.open[_1].midi == pitch.midi }.flat_map do |string|
          resting.map { |hand| Instrument::Place.new(string:, finger: 0, hand:, semitones: 0, placement: :open) }
        end
      end

      def resting = @resting ||= @positions.uniq(&:spot)

      def stopped(pitch)
        places = @positions.each_with_index.flat_map do |position, order|
          @instrument.open.each_with_index.flat_map do |open, string|
            @instrument.hand.places(pitch, open, string, position).map { [order, _1] }
          end
        end
        places.sort_by { |order, place| [order, place.finger, place.string] }.map(&:last)
      end
    end
  end
end
