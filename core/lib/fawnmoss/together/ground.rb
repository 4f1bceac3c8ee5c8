# frozen_string_literal: true

module Fawnmoss
  module Together
    # A tune in time, as what is played with it needs to know it: what sounds when, what it leaps to and from, where bars and strong beats are. As written,
    # repeats not unfolded.
    class Ground
      # What is struck together.
      Struck = Value.of(
        :at,      # quarters from the start
        :stop,    # likewise
        :pitches, # as written, lowest first
        :midis,   # their MIDI numbers
        :leaps,   # true where the tune gets there or goes on by more than a whole tone
        :last,    # the tune ends with it
        :ends     # a section or phrase does
      ) do
        def length = stop - at
      end
      # A place in time. bar: Score::Bar; index: of the bar; at: quarters from the start of the tune; place: quarters in the bar as Score::Note#at.
      Spot = Value.of(:bar, :index, :at, :place) do
        # As Theory::Meter has it, and half a bar of two halves too.
        def strength
          own = bar.meter.strength(place)
          own.zero? && bar.meter.bar_length == 4 && place == 2 ? 1 : own
        end

        def beat? = bar.meter.on_beat?(place)

        # The number that is counted there.
        def count = Score::Fraction.text(bar.meter.count_at(place))
      end

      LEAP = 2 # semitones: more is one
      HELD = 2 # felt beats, and quarters, that a note lasts at least on which something else may move

      attr_reader :tune, :struck, :starts

      # tune: Score::Tune, which is taken to sound as it is written.
      def initialize(tune)
        @tune = tune
        @starts = tune.bars.each_with_object([0r]) { |bar, found| found << (found.last + bar.length) }
        @struck = strike
      end

      def length = @starts.last
      def pickup? = @tune.pickup.positive? && @tune.bars.size > 1

      # Where something stands. at: quarters from the start.
      def spot(at)
        index = ((@starts.bsearch_index { _1 > at } || @starts.size) - 1).clamp(0, @tune.bars.size - 1)
        bar = @tune.bars[index]
        Spot.new(bar:, index:, at:, place: bar.start + at - @starts[index])
      end

      # A place by what is printed: number of the bar and what is counted there, "3:2" in two parts. nil where there is none such.
      def at(number, count)
        index = @tune.bars.index { |bar| bar.number == number && (bar.start...(bar.start + bar.length)).cover?(place(bar, count)) }
        index && (@starts[index] + place(@tune.bars[index], count) - @tune.bars[index].start)
      end

      # A strong beat falls into a stretch.
      def strong_in?(from, to) = strong[strong.bsearch_index { _1 >= from } || strong.size].then { |at| !at.nil? && at < to }

      # What sounds of the tune in a stretch: [[Struck, quarters], ...].
      def heard(from, to)
        found = []
        at = first(from)
        while (one = @struck[at]) && one.at < to
          quarters = [one.stop, to].min - [one.at, from].max
          found << [one, quarters] if quarters.positive?
          at += 1
        end
        found
      end

      # Places where a bar's felt beats begin, in quarters from the start; only those at least so strong.
      def beats(index, strength: 0)
        bar = @tune.bars[index]
        bar.beats.map(&:first).select { bar.meter.strength(bar.start + _1) >= strength }.map { @starts[index] + _1 }
      end

      # Felt beats inside a long note of the tune, where something may move against it.
      def beats_within(one)
        here = spot(one.at)
        beat = here.bar.meter.beat_length
        return [] if one.last || one.ends || one.length < HELD * beat || one.length < HELD

        (here.index..spot(one.stop - (1/64r)).index).flat_map { beats(_1) }.select { _1 > one.at && _1 < one.stop }
      end

      private

      def place(bar, count) = (count - 1) * 4 / bar.meter.unit

      # Places of all strong beats.
      def strong
        @strong ||= @tune.bars.each_index.flat_map do |index|
          places = [@starts[index], *beats(index), @starts[index] + 2 - @tune.bars[index].start].uniq
          places.select { |at| at < @starts[index + 1] && spot(at).strength.positive? }.sort
        end
      end

      # The first that may still sound then.
      def first(from) = @struck.bsearch_index { _1.stop > from } || @struck.size

      def strike
        heads = @tune.played.group_by(&:head).values
        heads.each_with_index.map do |notes, index|
          stop = notes.first.onset + notes.map(&:duration).max
          Struck.new(at: notes.first.onset, stop:, pitches: notes.map(&:pitch), midis: notes.map { |note| note.pitch.midi },
                     leaps: leaps?(heads, index), last: index == heads.size - 1, ends: notes.first.ends_phrase)
        end
      end

      # Of chords the highest note counts.
      def leaps?(heads, index)
        highest = ->(notes) { notes.last.pitch.midi }
        beside = [(heads[index - 1] if index.positive?), heads[index + 1]].compact
        beside.any? { |other| (highest.call(other) - highest.call(heads[index])).abs > LEAP }
      end
    end
  end
end
