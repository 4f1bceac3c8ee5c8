# frozen_string_literal: true

module Fawnmoss
  module Together
    # The cheapest way through a row of choices, exactly: each costs something by itself and something after the one before. With what the best
    # way through every other choice would cost more. Time grows with the row and the square of the choices at a place.
    class Way
      # choices: a list of choices for each place, none of them empty; own: called with a place and a choice, step: with the place that is gone to and
      # the choices at the place before and there; both answer whole points.
      def initialize(choices, own:, step:)
        @choices = choices
        @cost = own
        @own = choices.each_with_index.map { |list, place| list.map { own.call(place, _1) } }
        @step = step
        forward
      end

      # What the cheapest way costs.
      def total = @total ||= @least.last.min || 0

      # What any row of choices costs, one for each place.
      def cost_of(row)
        row.each_with_index.sum { |choice, place| @cost.call(place, choice) + (place.zero? ? 0 : @step.call(place, row[place - 1], choice)) }
      end

      # The choices of the cheapest way; of equals the one that stands first.
      def chosen = @chosen ||= indices.each_with_index.map { |index, place| @choices[place][index] }

      # What the cheapest way through each of some choices at a place costs more than the cheapest of all; less than nothing for what is better than all that
      # may stand there.
      def prices(place, choices = @choices[place]) = choices.map { |choice| up_to(place, choice) + beyond(place, choice) - total }

      private

      def forward
        @least = [@own.first || []]
        @from = [nil]
        (1...@choices.size).each { |place| reach(place) }
      end

      def reach(place)
        before = @least.last
        from = @choices[place - 1]
        ways = @choices[place].each_with_index.map { |choice, index| best(place, before, from, choice) { |sum| sum + @own[place][index] } }
        @least << ways.map(&:first)
        @from << ways.map(&:last)
      end

      def best(place, before, from, choice)
        least = nil
        at = 0
        from.each_with_index do |other, index|
          sum = before[index]
          next if least && sum >= least

          sum += @step.call(place, other, choice)
          (least = sum) && (at = index) if least.nil? || sum < least
        end
        [yield(least), at]
      end

      def indices
        return [] if @choices.empty?

        last = @least.last.index(total)
        (@choices.size - 1).downto(1).inject([last]) { |found, place| [@from[place][found.first], *found] }
      end

      def up_to(place, choice)
        own = @cost.call(place, choice)
        return own if place.zero?

        best(place, @least[place - 1], @choices[place - 1], choice) { |sum| sum + own }.first
      end

      def beyond(place, choice) = place == @choices.size - 1 ? 0 : rest(place + 1, choice, after[place + 1])

      # By place and choice the least that all after it costs.
      def after
        @after ||= (@choices.size - 2).downto(0).each_with_object([@choices.last.map { 0 }]) do |place, found|
          found << @choices[place].map { |choice| rest(place + 1, choice, found.last) }
        end.reverse
      end

      def rest(place, choice, found)
        @choices[place].each_with_index.map { |later, index| @step.call(place, choice, later) + @own[place][index] + found[index] }.min
      end
    end
  end
end
