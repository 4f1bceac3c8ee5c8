# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # Where the semitone lies between the fingers, per string and position: from the key, and from the notes really played
    # where they differ (guide page on intonation; common practice).
    class HandMap
      UPPER = { [2, 1, 2] => '2-3 close', [1, 2, 2] => '1-2 close', [2, 2, 1] => '3-4 close', [2, 2, 2] => 'all apart' }.freeze
      # Semitones of the next three letters from where finger 1 stands in the position.
      CELLO = { [0, 1, 3] => 'closed, 1-2-4', [0, 2, 3] => 'closed, 1-3-4', [-1, 1, 3] => 'extended back, 1-2-4', [0, 2, 4] => 'extended, 1-2-4',
                [-1, 1, 2] => 'half, 1-3-4', [-1, 0, 2] => 'half, 1-2-4', [0, 1, 2] => 'closed, 1-2-3' }.freeze
      BASS = { [0, 1] => '1-2', [0, 2] => '1-4', [-1, 1] => 'half, 1-4', [-1, 0] => 'half, 1-2' }.freeze
      FOUR = { [0, 1] => '1-2', [0, 2] => '1-3', [-1, 1] => 'half, 1-3', [-1, 0] => 'half, 1-2' }.freeze

      def initialize(instrument)
        @instrument = instrument
      end

      # key: Theory::Key; played: [[Place, Pitch], ...] or []; name: a position as printed. Returns { string letter => words }.
      #   HandMap.new(violin).for(Theory::Key.parse('G major'))['A'] # => "1-2 close"
      def for(key, played = [], name: '1')
        position = position(name)
        @instrument.open.each_with_index.to_h do |open, string|
          words = words(stops(open, key, position), position)
          odd = played.select { |place, pitch| place.string == string && outside?(place, pitch, position, key) }
          [open.name, odd.empty? ? words : "#{words}, also #{odd.map { |place, _| Patterns.words(place) }.uniq.join(', ')}"]
        end
      end

      # For drawing: { string letter => [[finger, semitones above the nut], ...] } of the key in first position.
      def fingers(key)
        position = @instrument.hand.positions('1').first
        @instrument.open.to_h { |open| [open.name, drawn(open, stops(open, key, position))] }
      end

      private

      # Stopped in the position, on a note that the key does not have.
      def outside?(place, pitch, position, key)
        !place.open? && place.hand.nut == position.nut && pitch.alter != key.alter(pitch.letter)
      end

      def position(name) = @instrument.hand.position_names.flat_map { @instrument.hand.positions(_1) }.find { _1.name == name && !_1.open_hand? }

      # Semitones above the open string of the four letters of the key that a position covers.
      def stops(open, key, position)
        first = steps(position)
        (first..(first + 3)).map do |steps|
          plain = open.class.new(letter: open.class::LETTERS[(open.step + steps) % 7], alter: 0, octave: (open.step + steps).div(7))
          plain.midi + key.alter(plain.letter) - open.midi
        end
      end

      # Staff steps of finger 1 above the open string: half position plays the first letter too, a semitone lower.
      def steps(position) = position.step || { 1 => 1, 2 => 1, 3 => 2, 4 => 2, 5 => 3, 6 => 3, 7 => 4 }.fetch(position.nut)

      def words(stops, position)
        away = stops.map { _1 - position.nut }
        case @instrument.hand
        when Instrument::Hands::Letters then upper(away)
        when Instrument::Hands::Cello then CELLO.fetch(away.first(3)) { inside(away, 4) }
        else (@instrument.hand.fingers.size == 4 ? FOUR : BASS).fetch(away.first(2)) { inside(away, @instrument.hand.fingers.size) }
        end
      end

      # Fingers of the letters that lie inside the hand, where the key does not start on finger 1: "2-4".
      def inside(away, span)
        fingers = span == 3 ? [1, 2, 4] : [1, 2, 3, 4]
        away.grep(0...span).map { fingers[_1] }.join('-')
      end

      def upper(away)
        pattern = UPPER.fetch(away.each_cons(2).map { |near, far| far - near }, 'unusual')
        { -1 => "low 1, #{pattern}", 1 => "high 1, #{pattern}" }.fetch(away.first, pattern)
      end

      def drawn(open, stops)
        steps = @instrument.hand.is_a?(Instrument::Hands::Letters) ? 4 : 3
        stops.first(steps).each_with_index.filter_map do |semitones, index|
          finger = finger_at(open, semitones, index) and [finger, semitones]
        end
      end

      def finger_at(open, semitones, index)
        return index + 1 if @instrument.hand.is_a?(Instrument::Hands::Letters)

        pitch = open.up(Theory::Interval.new(steps: index + 1, semitones:))
        %w[1 half].flat_map { @instrument.hand.positions(_1) }
                  .flat_map { @instrument.hand.places(pitch, open, 0, _1) }.first&.finger
      end
    end
  end
end
