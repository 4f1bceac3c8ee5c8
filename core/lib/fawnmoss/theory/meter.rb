# frozen_string_literal: true

module Fawnmoss
  module Theory
    # A time signature. beats over unit, as printed; symbol: nil, 'common', 'cut', or 'free' for a bar without one, which is as long as it is.
    Meter = Value.of(:beats, :unit, :symbol) do
      # "3/4", "C", "C|" -> Meter. Raises InvalidInput for anything a beginner's page does not carry.
      #   Meter.parse('6/8').bar_length # => 3/1 (quarters)
      def self.parse(text)
        return new(beats: 4, unit: 4, symbol: 'common') if text == 'C'
        return new(beats: 2, unit: 2, symbol: 'cut') if text == 'C|'

        match = %r{\A\(?(\d{1,2}(?:\+\d{1,2})*)\)?/(\d{1,2})\z}.match(text.to_s.delete(' '))
        beats = match && match[1].split('+').sum(&:to_i)
        unit = match && match[2].to_i
        unless beats&.between?(1, 24) && [1, 2, 4, 8, 16].include?(unit)
          raise InvalidInput.new("#{text.inspect} is not a meter", remedy: 'Write it like 3/4, 6/8, C or C|.')
        end

        new(beats:, unit:)
      end

      # The meter of a bar without one: as many quarters, eighths or shorter notes as it holds.
      def self.free(length)
        unit = [4, 8, 16, 32].find { (length * _1 / 4).denominator == 1 } || 32
        new(beats: [(length * unit / 4).ceil, 1].max, unit:, symbol: 'free')
      end

      def free? = symbol == 'free'

      # The page shows no change from one to the other.
      def printed_like?(other) = self == other || (free? && other.free?)

      # bar_length: of a full bar, in quarter notes; beat_length: the felt beat in quarter notes, a dotted quarter in 6/8, the unit otherwise.
      attr_reader :bar_length, :beat_length

      # Every note asks for them.
      def derive
        @compound = unit >= 8 && beats > 3 && (beats % 3).zero?
        @bar_length = Rational(4 * beats, unit)
        @beat_length = Rational(@compound ? 12 : 4, unit)
        @felt_beats = (@bar_length / @beat_length).to_i
      end

      # 6/8, 9/8, 12/8: counted in units, felt in threes.
      def compound? = @compound

      # The counted number at a place in the bar (in quarters from the bar's start): 1, 3/2, 2 ... as Rational.
      def count_at(place) = 1 + (place * unit / 4)

      # 2 on the first beat of a bar, 1 on a secondary strong beat (third of four, fourth of six eighths), else 0.
      def strength(place)
        return 2 if place.zero?

        beat = place / beat_length
        beat.denominator == 1 && (@felt_beats % 4).zero? && beat == @felt_beats / 2 ? 1 : secondary(beat)
      end

      # Three felt beats in a bar.
      def triple? = @felt_beats == 3

      # A felt beat begins at this place in the bar.
      def on_beat?(place) = (place / beat_length).denominator == 1

      def to_s = free? ? 'free' : "#{beats}/#{unit}"

      private

      def secondary(beat) = compound? && beat.denominator == 1 ? 1 : 0
    end
  end
end
