# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What the engine knows about going from one note to the next, besides the two places.
    # slurred: both under one slur; rest: a rest lies between; pace: percent, 100 = there is time, up to 250 = fast; chromatic: a step
    # of a chromatic line, two semitones or more one way.
    Move = Value.of(:slurred, :rest, :pace, :chromatic) do
      # The moves of a whole tune, one fewer than notes. notes: Score::Played, one a sound; tempo: quarters a minute.
      def self.all(notes, tempo)
        steps = notes.each_cons(2).map { |from, to| to.pitch.midi - from.pitch.midi }
        notes.each_cons(2).with_index.map do |(from, to), at|
          line = steps[at].abs == 1 && (steps[at + 1] == steps[at] || (at.positive? && steps[at - 1] == steps[at]))
          between(from, to, tempo, chromatic: line)
        end
      end

      # A note of half a second or more leaves time; quarter-second notes cost double.
      #   Move.between(quarter, next_quarter, 120).pace # => 100
      def self.between(from, to, tempo, chromatic: false)
        self::KNOWN[[!from.slur.nil? && from.slur == to.slur, to.rest_before.positive?, pace(from.duration, tempo), chromatic]]
      end

      # duration: quarters. Per cent, in steps of 25.
      def self.pace(duration, tempo) = ((Rational(tempo, 120) / duration * 4).round * 25).clamp(100, 250)

      # Tells kinds of move apart.
      attr_reader :number

      def derive = @number = (pace * 8) + (chromatic ? 4 : 0) + (rest ? 2 : 0) + (slurred ? 1 : 0)
    end

    # One shared value for each kind of move.
    Move::KNOWN = [true, false].product([true, false], (100..250).step(25).to_a, [true, false]).to_h do |kind|
      [kind, Move.new(**Move.members.zip(kind).to_h)]
    end.freeze
  end
end
