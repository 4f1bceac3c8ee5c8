# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What the engine knows about going from one note to the next, besides the two places.
    Move = Value.of(
      :slurred,   # both lie under one slur
      :rest,      # a rest lies between
      :pace,      # per cent: 100 = there is time, up to 250 = fast
      :chromatic, # a step of a chromatic line, two semitones or more one way
      :joined,    # the note gone from ends a slur from the note before it
      :again      # the note gone to was there just before, within the bar: A, B, A
    ) do
      # The moves of a whole tune, one fewer than notes. notes: Score::Played, one a sound; tempo: quarters a minute.
      def self.all(notes, tempo)
        steps = notes.each_cons(2).map { |from, to| to.pitch.midi - from.pitch.midi }
        notes.each_cons(2).with_index.map do |(from, to), at|
          line = steps[at].abs == 1 && (steps[at + 1] == steps[at] || (at.positive? && steps[at - 1] == steps[at]))
          before = notes[at - 1] if at.positive?
          between(from, to, tempo, chromatic: line, joined: !slurred?(from, to) && !before.nil? && slurred?(before, from), again: again?(before, from, to))
        end
      end

      # A note of half a second or more leaves time; quarter-second notes cost double.
      #   Move.between(quarter, next_quarter, 120).pace # => 100
      def self.between(from, to, tempo, chromatic: false, joined: false, again: false)
        self::KNOWN[[slurred?(from, to), to.rest_before.positive?, pace(from.duration, tempo), chromatic, joined, again]]
      end

      # duration: quarters. Per cent, in steps of 25.
      def self.pace(duration, tempo) = ((Rational(tempo, 120) / duration * 4).round * 25).clamp(100, 250)

      def self.slurred?(from, to) = !from.slur.nil? && from.slur == to.slur

      def self.again?(before, from, to)
        !before.nil? && before.bar == to.bar && before.pitch.midi == to.pitch.midi && from.pitch.midi != to.pitch.midi &&
          from.rest_before.zero? && to.rest_before.zero?
      end
      private_class_method :slurred?, :again?

      # Tells kinds of move apart.
      attr_reader :number

      def derive = @number = [rest, chromatic, joined, again].inject((pace * 2) + (slurred ? 1 : 0)) { |number, one| (number * 2) + (one ? 1 : 0) }
    end

    # One shared value for each kind of move.
    Move::KNOWN = [true, false].then do |flag|
      flag.product(flag, (100..250).step(25).to_a, flag, flag, flag).to_h { |kind| [kind, Move.new(**Move.members.zip(kind).to_h)] }
    end.freeze
  end
end
