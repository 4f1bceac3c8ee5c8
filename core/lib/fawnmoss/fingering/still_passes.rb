# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # One step of Solver's two passes in a tune where no hand ever moves: one slot where Passes has three.
    # rubocop:disable-next Metrics/MethodLength -- as in Passes
    module StillPasses
      NEVER = Passes::NEVER

      private

      # Costs of all slots of a sound, from those of the sound before.
      def advance_still(index)
        last = @costs[index - 1]
        width = @steps[index].width
        prices = @rows[index].prices
        targets = @rows[index].targets
        cost = Array.new(width * @strides[index], NEVER)
        from = Array.new(cost.size)
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
        @costs << cost
        @froms << from
      end

      # Costs from all slots of a sound to the end, from those of the sound after.
      def look_ahead_still(index)
        width = @steps[index + 1].width
        prices = @rows[index + 1].prices
        targets = @rows[index + 1].targets
        after = @rests[index + 1]
        ahead = []
        edge = 0
        @rests[index] = @costs[index].map do
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
        @aheads[index] = ahead
      end
    end
  end
end
