# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # Where the semitone lies between the fingers, per string and position: from the key, and from the notes really played
    # where they differ (guide page on intonation; common practice).
    class HandMap
      def initialize(instrument)
        @instrument = instrument
      end

      # key: Theory::Key; played: [[Place, Pitch], ...] or []; name: a position as printed. Returns { string letter => words }.
      #   HandMap.new(violin).for(Theory::Key.parse('G major'))['A'] # => "1-2 close"
      def for(key, played = [], name: '1')
        position = position(name)
        @instrument.open.each_with_index.to_h do |open, string|
          words = @instrument.hand.pattern(stops(open, key, position).map { _1 - position.nut })
          odd = played.select { |place, pitch| place.string == string && outside?(place, pitch, position, key) }
          [open.name, odd.empty? ? words : "#{words}, also #{odd.map { |place, _| Patterns.words(place) }.uniq.join(', ')}"]
        end
      end

      # For drawing: { string letter => [[finger, semitones above the nut], ...] } of the key in first position.
      def fingers(key)
        position = @instrument.hand.positions('1').first
        @instrument.open.to_h { |open| [open.name, @instrument.hand.drawn(open, stops(open, key, position))] }
      end

      private

      # Stopped in the position, on a note that the key does not have.
      def outside?(place, pitch, position, key)
        !place.open? && place.hand.nut == position.nut && !key.has?(pitch)
      end

      def position(name) = @instrument.hand.position_names.flat_map { @instrument.hand.positions(_1) }.find { _1.name == name && !_1.open_hand? }

      # Semitones above the open string of the four letters of the key that a position covers.
      def stops(open, key, position)
        first = steps(position)
        (first..(first + 3)).map { |steps| key.at(open.step + steps).midi - open.midi }
      end

      # Staff steps of finger 1 above the open string: half position plays the first letter too, a semitone lower.
      def steps(position) = position.step || { 1 => 1, 2 => 1, 3 => 2, 4 => 2, 5 => 3, 6 => 3, 7 => 4 }.fetch(position.nut)
    end
  end
end
