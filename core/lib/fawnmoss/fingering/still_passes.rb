# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # The same in a tune where no hand ever moves: one slot where Passes has three.
    # rubocop:disable-next Metrics/MethodLength -- as in Passes
    module StillPasses
      NEVER = Passes::NEVER

      module_function

      # As Passes.forward.
      def forward(last, rows)
        width = rows.width
        prices = rows.prices
        targets = rows.targets
        cost = Array.new(rows.slots, NEVER)
        from = Array.new(rows.slots)
        slot = edge = 0
        while slot < last.size
          stop = edge + width
          base = last[slot]
          while edge < stop
            if (total = base + prices[edge]) < cost[target = targets[edge]]
              cost[target] = total
              from[target] = slot
            end
            edge += 1
          end
          slot += 1
        end
        [cost, from]
      end

      # As Passes.backward.
      def backward(rows, after)
        width = rows.width
        prices = rows.prices
        targets = rows.targets
        ahead = []
        edge = 0
        rest = rows.stays.map do
          stop = edge + width
          least = NEVER
          best = nil
          while edge < stop
            if (total = prices[edge] + after[targets[edge]]) < least
              least = total
              best = targets[edge]
            end
            edge += 1
          end
          ahead << best
          least
        end
        [rest, ahead]
      end
    end
  end
end
