# frozen_string_literal: true

module Fawnmoss
  module Listening
    # The tempo of a take as the pupil keeps it: from one note to the next, stops and jumps left out.
    class OwnTempo
      # One step from a note to the next. to: number of its visit; quarters: written; seconds: passed, less what was put in between.
      Step = Value.of(:to, :quarters, :seconds)

      NEIGHBOURS = 4 # steps to each side that make a note's own pulse
      STOP = 0.5 # beats more than written: a stop
      FEWEST = 4 # steps that make a tempo to speak of

      attr_reader :steps, :pace

      # visits: Alignment::Visit list; places: Written::Place list; tones: Tone list; beat: quarters of a beat; asked: seconds a quarter that were asked for.
      def initialize(visits, places, tones, beat:, asked:)
        @visits = visits
        @places = places
        @tones = tones
        @beat = beat.to_f
        @steps = visits.each_index.drop(1).filter_map { step(_1) }
        @pace = Middle.of(@steps.map { _1.seconds / _1.quarters }) || asked
      end

      # Quarters a minute, all steps without a stop together; nil for too few.
      def played
        even = kept
        60 * even.sum(&:quarters) / even.sum(&:seconds) if even.size >= FEWEST
      end

      # Per cent from the first quarter of the take to the last.
      def drift
        even = kept
        return if even.size < 4 * FEWEST

        part = even.size / 4
        first, last = [even.first(part), even.last(part)].map { |some| some.sum(&:quarters) / some.sum(&:seconds) }
        100 * ((last / first) - 1)
      end

      # The middle of how far steps lie off the pulse around them, per cent.
      def steadiness
        offs = kept.filter_map { |step| (around = pulse(step.to)) && (100 * ((step.seconds / (step.quarters * around)) - 1).abs) }
        Middle.of(offs) if offs.size >= FEWEST
      end

      # Seconds that a note came later than written, beyond the half beat that is no stop yet: nil without a stop. visit: number.
      def stop(visit)
        extra = wait(visit) or return
        extra if extra > STOP * @beat * @pace
      end

      # Beats that a note is late, early below zero: against the pulse of the notes around it. visit: number.
      def late(visit)
        step = by_end[visit] or return
        around = pulse(visit) or return
        return if stop(visit)

        (step.seconds - (step.quarters * around)) / (@beat * around)
      end

      UNEVEN = 0.07 # of the pace by which bars are quicker or slower than the whole
      BARS = 2 # of them in a row at least
      IN_BAR = 2 # steps of a bar that tell something

      # Bars in a row that were quicker (percent above zero) or slower than the whole: [{ bars: [first, last], percent: }, ...].
      def uneven
        runs = by_bar.slice_when { |(bar, one), (next_bar, other)| next_bar != bar + 1 || (one <=> 0) != (other <=> 0) }
        runs.reject { |run| run.size < BARS || run.first.last.zero? }.map do |run|
          { bars: [run.first.first, run.last.first], percent: (100 * run.sum(&:last) / run.size).round(1) }
        end
      end

      # For people: rounded.
      def to_h = { played:, drift:, steadiness: }.transform_values { _1&.round(1) }

      private

      # [[bar, share by which it was quicker than the whole, 0 within UNEVEN], ...] in the order of playing.
      def by_bar
        whole = played or return []
        kept.chunk_while { |one, other| bar(one) == bar(other) }.select { _1.size >= IN_BAR }.map do |steps|
          share = (60 * steps.sum(&:quarters) / steps.sum(&:seconds) / whole) - 1
          [bar(steps.first), share.abs < UNEVEN ? 0.0 : share]
        end
      end

      def bar(step) = @places[@visits[step.to].place].bar
      def by_end = @by_end ||= @steps.to_h { [_1.to, _1] }
      def kept = @kept ||= @steps.reject { (_1.seconds - (_1.quarters * @pace)).abs > STOP * @beat * @pace }

      # Seconds a quarter around a note, itself left out.
      def pulse(visit)
        near = kept.select { _1.to != visit && (_1.to - visit).abs <= NEIGHBOURS }
        near.sum(&:seconds) / near.sum(&:quarters) if near.size >= 2
      end

      def step(number)
        before, visit = @visits.values_at(number - 1, number)
        return unless visit.from == :next && before.from != :under

        quarters = (@places[visit.place].at - @places[before.place].at).to_f
        return unless quarters.positive? && visit.place == before.place + 1

        Step.new(to: number, quarters:, seconds: visit.begun - before.begun - between(before))
      end

      def between(visit) = visit.added.map { @tones[_1] }.select(&:clear?).sum(&:length)

      # Seconds that a note came later than it should have after the one before, wherever that was; nil for the first one.
      def wait(number)
        return if number.zero?

        before, visit = @visits.values_at(number - 1, number)
        return if visit.from == :under

        jump = %i[back ahead].include?(visit.from) || visit.place < before.place
        quarters = jump ? @places[before.place].length : @places[visit.place].at - @places[before.place].at
        visit.begun - before.begun - between(before) - (quarters.to_f * @pace)
      end
    end
  end
end
