# frozen_string_literal: true

module Fawnmoss
  module Practice
    # Sharing out minutes.
    module Minutes
      # Whole minutes in the proportion of the weights, none under one, by largest remainder; they add up to the total, which must be
      # at least the number of weights.
      #   Minutes.share(10, [2, 1]) # => [6, 4]
      def self.share(total, weights)
        return [] if weights.empty?

        free = total - weights.size
        exact = weights.map { _1 * free.to_r / weights.sum }
        whole = exact.map(&:floor)
        order = exact.each_index.sort_by { |at| [whole[at] - exact[at], at] }
        order.first(free - whole.sum).each { whole[_1] += 1 }
        whole.map { _1 + 1 }
      end
    end
  end
end
