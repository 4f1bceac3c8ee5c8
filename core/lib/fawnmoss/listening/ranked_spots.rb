# frozen_string_literal: true

module Fawnmoss
  module Listening
    # The spots of a chart, ranked anew by what really went wrong in the takes of it.
    class RankedSpots
      TAKES = 3 # the last ones count
      LEAST = 1.0 # weight a take on which a bar becomes a spot of its own
      MOST = Analysis::Spots::MOST

      # spots: Analysis::Spots::Spot list; bars: of the last takes, the oldest first, each { bar => { cause => how often } } with text or symbol keys; drills:
      # as of Catalogue; known: bars of the chart. Returns Spot list: the bars that went wrong first, the most trouble first, then the others as they were.
      def self.of(spots, bars, drills:, known:) = new(spots, bars.last(TAKES), drills, known).list

      def initialize(spots, bars, drills, known)
        @spots = spots
        @drills = drills
        @takes = bars.size
        @weights = Hash.new { |all, bar| all[bar] = Hash.new(0) }
        bars.each { |found| found.each { |bar, causes| add(bar.to_s.to_i, causes) if known.include?(bar.to_s.to_i) } }
        @weights.default = nil
      end

      def list
        return @spots if @weights.empty?

        told = @spots.map { [_1.bars.map { |bar| weight(bar) }.max, with_heard(_1)] }
        ranked = (told + new_ones).sort_by.with_index { |(weight, _), place| [-weight, place] }.map(&:last)
        kept(ranked).each.with_index(1).map { |spot, rank| spot.copy(rank:) }
      end

      private

      def add(bar, causes)
        causes.each { |cause, count| @drills[cause.to_s] && @weights[bar][cause.to_s] += count * @drills[cause.to_s].weight }
      end

      # Of a bar, in a take.
      def weight(bar) = (@weights[bar]&.values&.sum || 0).fdiv(@takes)

      # Names of causes, the heaviest first.
      def names(causes) = causes.sort_by { |name, weight| [-weight, name] }.map(&:first)

      # A spot with what was heard in it named first, and what helps there.
      def with_heard(spot)
        heard = spot.bars.flat_map { @weights.fetch(_1, {}).to_a }.group_by(&:first).transform_values { |list| list.sum(&:last) }
        causes = names(heard.select { |_, weight| weight >= LEAST }).first(2)
        causes.empty? ? spot : spot.copy(causes: [*causes, *spot.causes].uniq.first(4), drill: @drills.fetch(causes.first), heard: true)
      end

      # [[weight, Spot], ...] of bars that went wrong and were none.
      def new_ones
        bars = @weights.keys.select { |bar| weight(bar) >= LEAST && @spots.none? { _1.bars.include?(bar) } }
        bars.max_by(MOST) { [weight(_1), -_1] }.map { [weight(_1), new_one(_1)] }
      end

      def new_one(bar)
        causes = names(@weights[bar]).first(3)
        Analysis::Spots::Spot.new(bars: [bar], causes:, rank: 0, weight: weight(bar).round(1), drill: @drills.fetch(causes.first), again: [], heard: true)
      end

      # No more than a chart has: the teacher's own are all kept.
      def kept(spots)
        ours = spots.reject(&:mark).first(MOST)
        spots.select { _1.mark || ours.include?(_1) }
      end
    end
  end
end
