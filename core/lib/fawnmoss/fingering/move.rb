# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What the engine knows about going from one note to the next, besides the two places.
    # slurred: both under one slur; rest: a rest lies between; pace: percent, 100 = there is time, up to 250 = fast.
    Move = Value.of(:slurred, :rest, :pace) do
      # tempo: quarters a minute. A note of half a second or more leaves time; quarter-second notes cost double.
      #   Move.between(quarter, next_quarter, 120).pace # => 100
      def self.between(from, to, tempo)
        seconds = from.duration * 60 / tempo
        pace = (Rational(1, 2) / seconds * 4).round * 25
        self::KNOWN[number(pace.clamp(100, 250), to.rest_before.positive?, !from.slur.nil? && from.slur == to.slur)]
      end

      def self.number(pace, rest, slurred) = (pace * 4) + (rest ? 2 : 0) + (slurred ? 1 : 0)

      # Tells kinds of move apart.
      attr_reader :number

      def derive = @number = self.class.number(pace, rest, slurred)
    end

    # One shared value for each kind of move.
    Move::KNOWN = (100..250).step(25).to_a.product([false, true], [false, true]).to_h do |pace, rest, slurred|
      [Move.number(pace, rest, slurred), Move.new(slurred:, rest:, pace:)]
    end.freeze
  end
end
