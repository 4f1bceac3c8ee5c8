# frozen_string_literal: true

module Fawnmoss
  module Together
    # The cheapest way through rows of costs, exactly, forward and backward: the work that Way and Shape::Curve share. Numbers only, for it is done often.
    class Least
      # own: for each place the costs of its choices, nil for what may not stand there; steps: answers for a place but the first the costs of going
      # there, by the choice before and the choice there, nil where there is no way.
      def initialize(own, steps)
        @own = own
        @steps = steps
      end

      # What the cheapest way costs.
      def total = @total ||= forward.last&.compact&.min || 0

      # The number of the choice at every place of the cheapest way; of equals the first.
      def indices
        return [] if @own.empty?

        (@own.size - 1).downto(1).inject([forward.last.index(total)]) { |found, place| [from(place, found.first), *found] }
      end

      # What the cheapest way through each choice at a place costs, nil where there is none.
      def through(place) = forward[place].zip(backward[place]).map { |before, after| before && after && (before + after) }

      # By place and choice the least that all up to it costs, itself included; nil where there is no way.
      def forward
        @forward ||= @own.each_index.drop(1).each_with_object([@own.first || []]) { |place, found| found << reach(found.last, @steps.call(place), @own[place]) }
      end

      # By place and choice the least that all after it costs.
      def backward
        @backward ||= (@own.size - 2).downto(0).each_with_object([@own.last.map { 0 }]) { |place, found| found << left(place + 1, found.last) }.reverse
      end

      # The least that goes on from one choice, given the costs of its steps to a place.
      def on(place, steps)
        after = backward[place]
        nearest(steps, beyond(@own[place], after))
      end

      private

      def reach(before, steps, own)
        costs = Array.new(own.size)
        before.each_with_index { |sum, from| spread(sum, steps[from], costs) if sum }
        costs.each_with_index { |cost, to| costs[to] = cost && own[to] && (cost + own[to]) }
      end

      def spread(sum, row, costs)
        to = 0
        while to < costs.size
          step = row[to]
          if step
            cost = costs[to]
            costs[to] = sum + step if cost.nil? || sum + step < cost
          end
          to += 1
        end
      end

      def left(place, after)
        beyond = beyond(@own[place], after)
        @steps.call(place).map { nearest(_1, beyond) }
      end

      def beyond(own, after) = own.each_index.map { |index| own[index] && after[index] && (own[index] + after[index]) }

      def nearest(row, beyond)
        least = nil
        to = 0
        while to < beyond.size
          step = row[to]
          rest = beyond[to]
          least = step + rest if step && rest && (least.nil? || step + rest < least)
          to += 1
        end
        least
      end

      # The choice before the best way to one.
      def from(place, to)
        steps = @steps.call(place)
        before = forward[place - 1]
        wanted = forward[place][to] - @own[place][to]
        before.each_index.find { |from| before[from] && steps[from][to] && before[from] + steps[from][to] == wanted }
      end
    end
  end
end
