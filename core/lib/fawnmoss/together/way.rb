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
        @step = step
        @steps = {}
        @least = Least.new(choices.each_with_index.map { |list, place| list.map { own.call(place, _1) } }, method(:steps))
      end

      # What the cheapest way costs.
      def total = @least.total

      # What any row of choices costs, one for each place.
      def cost_of(row)
        row.each_with_index.sum { |choice, place| @cost.call(place, choice) + (place.zero? ? 0 : @step.call(place, row[place - 1], choice)) }
      end

      # The choices of the cheapest way; of equals the one that stands first.
      def chosen = @chosen ||= @least.indices.each_with_index.map { |index, place| @choices[place][index] }

      # What the cheapest way through each of some choices at a place costs more than the cheapest of all; less than nothing for what is better than all that
      # may stand there.
      def prices(place, choices = @choices[place])
        return @least.through(place).map { _1 - total } if choices.equal?(@choices[place])

        choices.map { |choice| up_to(place, choice) + beyond(place, choice) - total }
      end

      private

      def steps(place)
        @steps[place] ||= @choices[place - 1].map { |before| @choices[place].map { |choice| @step.call(place, before, choice) } }
      end

      def up_to(place, choice)
        own = @cost.call(place, choice)
        return own if place.zero?

        own + @choices[place - 1].each_with_index.map { |before, index| @least.forward[place - 1][index] + @step.call(place, before, choice) }.min
      end

      def beyond(place, choice)
        place == @choices.size - 1 ? 0 : @least.on(place + 1, @choices[place + 1].map { @step.call(place + 1, choice, _1) })
      end
    end
  end
end
