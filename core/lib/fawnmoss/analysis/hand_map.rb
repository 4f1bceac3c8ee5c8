# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # Where the semitone lies between the fingers, per string, in first position: from the key, and from the notes really
    # played where they differ (guide page on intonation; common practice).
    class HandMap
      UPPER = { [2, 1, 2] => '2-3 close', [1, 2, 2] => '1-2 close', [2, 2, 1] => '3-4 close', [2, 2, 2] => 'all apart' }.freeze

      def initialize(instrument)
        @instrument = instrument
      end

      # key: Theory::Key; played: [[Place, Pitch], ...] or []. Returns { string letter => words }.
      #   HandMap.new(violin).for(Theory::Key.parse('G major'))['A'] # => "1-2 close"
      def for(key, played = [])
        @instrument.open.each_with_index.to_h do |open, string|
          words = words(stops(open, key))
          odd = played.select { |place, pitch| place.string == string && !place.open? && place.hand.first? && pitch.alter != key.alter(pitch.letter) }
          [open.name, odd.empty? ? words : "#{words}, also #{odd.map { |place, _| finger_words(place) }.uniq.join(', ')}"]
        end
      end

      # For drawing: { string letter => [[finger, semitones above the nut], ...] } of the key in first position.
      def fingers(key)
        @instrument.open.to_h { |open| [open.name, drawn(open, stops(open, key))] }
      end

      private

      # Semitones above the open string of the next four letters in the key.
      def stops(open, key)
        (1..4).map do |steps|
          plain = open.class.new(letter: open.class::LETTERS[(open.step + steps) % 7], alter: 0, octave: (open.step + steps).div(7))
          plain.midi + key.alter(plain.letter) - open.midi
        end
      end

      def words(stops)
        case @instrument.hand
        when Instrument::Hands::Letters then upper(stops)
        when Instrument::Hands::Cello then cello(stops)
        else bass(stops)
        end
      end

      def upper(stops)
        frame = stops.each_cons(2).map { |near, far| far - near }
        pattern = UPPER.fetch(frame, 'unusual')
        case stops.first
        when 1 then "low 1, #{pattern}"
        when 3 then "high 1, #{pattern}"
        else pattern
        end
      end

      def cello(stops)
        { [2, 3, 5] => 'closed, 1-2-4', [2, 4, 5] => 'closed, 1-3-4', [1, 3, 5] => 'extended back, 1-2-4',
          [2, 4, 6] => 'extended, 1-2-4', [1, 3, 4] => 'half, 1-3-4' }.fetch(stops.first(3), 'unusual')
      end

      def bass(stops)
        { [2, 3] => '1-2', [2, 4] => '1-4', [1, 3] => 'half, 1-4', [1, 2] => 'half, 1-2' }.fetch(stops.first(2), 'unusual')
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

      def finger_words(place) = %i[natural closed].include?(place.placement) ? place.finger.to_s : "#{place.placement} #{place.finger}"
    end
  end
end
