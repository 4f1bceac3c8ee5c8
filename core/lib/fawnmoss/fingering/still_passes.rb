# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # The same in a tune where no hand ever moves: one slot where Passes has three.
    module StillPasses
      NEVER = Passes::NEVER

      module_function

      # As Passes.forward.
      def forward(last, rows)
        width = rows.width
        prices = rows.prices
        targets = rows.targets
        cost = Array.new(rows.slots, NEVER)
        slot = edge = stop = target = total = 0
        while slot < last.size
          stop += width
          base = last[slot]
          while edge < stop
            cost[target] = total if (total = base + prices[edge]) < cost[target = targets[edge]]
            edge += 1
          end
          slot += 1
        end
        cost
      end

      # As Passes.backward.
      def backward(rows, after)
        width = rows.width
        prices = rows.prices
        targets = rows.targets
        edge = stop = total = 0
        rows.stays.map do
          stop += width
          least = NEVER
          while edge < stop
            least = total if (total = prices[edge] + after[targets[edge]]) < least
            edge += 1
          end
          least
        end
      end

      # As Passes.from.
      def from(last, rows, slot, cost)
        rows.entries(slot).map { [_1 / rows.width, rows.prices[_1]] }.find { |before, price| last[before] + price == cost }&.first
      end

      # As Passes.ahead.
      def ahead(rows, after, slot)
        edge = slot * rows.width
        (edge...(edge + rows.width)).map { [rows.targets[_1], rows.prices[_1]] }.min_by { |target, price| price + after[target] }.first
      end
    end
  end
end
