# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # The trouble spots of a chart: bars that will go wrong, why, and the drill (guide page on practice). A spot is what stands out: what
    # most bars share (a quick tempo, the fourth finger of a pupil who has it) is the tune's character and ranks no bar.
    class Spots
      # One spot. bars: printed numbers, one to three neighbours; causes: names, the worst first; rank: 1 is the worst; weight:
      # of its worst bar; drill: Drill of the worst cause; again: lists of bars that are the same and need no other drill; mark:
      # Chart::SpotMark when it is the teacher's, else nil; heard: true when it went wrong in the pupil's takes (Listening::RankedSpots).
      Spot = Value.of(:bars, :causes, :rank, :weight, :drill, :again, :mark, :heard) do
        def name = mark && !mark.name.empty? ? mark.name : causes.join(', ')
        def words = mark && !mark.drill.empty? ? mark.drill : drill.text
      end

      OWN = 'chosen by the teacher' # the drill of a spot in which the engine finds no trouble

      MOST = 6
      FEWEST = 3
      SHARE = 0.5 # of the worst bar's weight: what is under it is no spot, once there are FEWEST
      LEAST = 3 # weight of a bar worth naming at all
      NORMAL = 4 # bars, from which on a tune has a norm of its own
      BEYOND = 1.5 # times the norm: what is under it does not stand out
      KNOWN = 0.5 # a cause whose skills the pupil has counts this much
      REPEATED = 0.4 # how much each further trouble of the same cause in a bar adds

      # drills: { cause => Drill }; had: skill ids the pupil has; same: groups of equal bars (Sameness.bars); troubles:
      # [[bar, [cause, ...]], ...] in playing order.
      def initialize(drills, had:, same:, troubles:)
        @drills = drills
        @had = had
        @twins = same.flat_map { |group| group.drop(1).map { [_1, group.first] } }.to_h
        @groups = same.to_h { |group| [group.first, group] }
        @whole = weigh(troubles)
        @norm = norm
      end

      # marks: list of Chart::SpotMark. Returns Spot list, the worst first; the teacher's are all there, in place of ours that lie inside
      # them.
      def list(marks = [])
        weights = @whole.transform_values { standing_out(_1) }
        weights.default = {}
        own = marks.reject(&:dropped).to_h { [_1.bars, _1] }
        ours = by_weight(merge(choose(weights)), weights).first(MOST) - marks.map(&:bars)
        ours = ours.reject { |bars| own.keys.any? { (bars - _1).empty? } }
        by_weight(ours + own.keys, weights).map.with_index(1) { |bars, rank| spot(bars, rank, weights, own[bars]) }
      end

      # Causes that half of the bars or more have: what the tune is like all along, the heaviest first.
      def character = @norm.sort_by { |cause, weight| [-weight, cause] }.map(&:first)

      private

      # What of a bar's causes goes well beyond the norm.
      def standing_out(causes)
        causes.select { |cause, weight| weight > BEYOND * @norm.fetch(cause, 0) }.to_h { |cause, weight| [cause, weight - @norm.fetch(cause, 0)] }
      end

      # { cause => its weight in the middle bar }, without those that half of the bars do not have.
      def norm
        return {} if @whole.size < NORMAL

        middle = (@whole.size - 1) / 2
        causes = @whole.values.flat_map(&:keys).uniq
        causes.to_h { |cause| [cause, @whole.values.map { _1.fetch(cause, 0) }.sort[middle]] }.select { |_, weight| weight.positive? }
      end

      def by_weight(spots, weights) = spots.sort_by { |bars| [-worst(bars, weights), bars.first] }

      # { bar => { cause => weight } }; a bar that is the same as an earlier one is left to that one.
      def weigh(troubles)
        found = Hash.new { |all, bar| all[bar] = Hash.new(0) }
        troubles.each do |bar, causes|
          next if @twins.key?(bar)

          found[bar]
          causes.each { |cause| found[bar][cause] += worth(cause) * (found[bar].key?(cause) ? REPEATED : 1) }
        end
        found.default = nil
        found
      end

      def worth(cause)
        drill = @drills.fetch(cause)
        drill.skills.any? && (drill.skills - @had).empty? ? drill.weight * KNOWN : drill.weight
      end

      def choose(weights)
        totals = weights.transform_values { _1.values.sum }.select { |_, total| total >= LEAST }
        ranked = totals.sort_by { |bar, total| [-total, bar] }
        limit = (ranked.first&.last || 0) * SHARE
        ranked.each_with_index.select { |(_, total), place| place < FEWEST || total >= limit }.map { |(bar, _), _| bar }.first(MOST + 3)
      end

      # Neighbouring bars are one spot, three at most.
      def merge(bars)
        bars.sort.slice_when { |a, b| b != a + 1 }.flat_map { |run| run.each_slice(run.size == 4 ? 2 : 3).to_a }
      end

      def spot(bars, rank, weights, mark)
        causes = causes(bars, weights)
        drill = @drills.fetch(causes.first || OWN)
        Spot.new(bars:, causes: causes.first(4), rank:, weight: worst(bars, weights).round(1), drill:, again: again(bars), mark:)
      end

      # Names of the causes by which the bars stand out, the one that weighs most in a bar first.
      def causes(bars, weights)
        found = bars.map { weights[@twins.fetch(_1, _1)] }.inject { |all, bar| all.merge(bar) { |_, one, other| [one, other].max } }
        found.sort_by { |cause, worth| [-worth, @drills.keys.index(cause)] }.map(&:first)
      end

      # Weight of the bar that weighs most.
      def worst(bars, weights) = bars.map { |bar| weights[@twins.fetch(bar, bar)].values.sum }.max

      # Where the whole spot comes again, bar by bar.
      def again(bars)
        later = bars.map { @groups.fetch(_1, [_1]).drop(1) }
        runs = later.first.map { |first| bars.each_index.map { |step| first + step } }
        runs.select { |run| run.zip(later).all? { |bar, twins| twins.include?(bar) } }
      end
    end
  end
end
