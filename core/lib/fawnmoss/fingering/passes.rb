# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # One step of the solver's passes, for hands that move: three slots (notes settled: 0, 1, 2) for a place and a string before it. These
    # loops are the engine's busiest, so they are written out plainly, without calls.
    # rubocop:disable-next Metrics/MethodLength, Metrics/AbcSize, Metrics/PerceivedComplexity -- calls would cost more than they say here
    module Passes
      NEVER = 1 << 50 # cost of a slot that cannot be reached

      module_function

      # last: least cost of every slot of a sound; rows: Steps::Rows to the next one. Returns [least cost of every slot of the next sound,
      # the slot it is reached from]. What a hand that stays costs is the same one note after a shift and later, so those two go on
      # together; a shift goes on from the best of all three. What cannot be reached costs NEVER and more, and is never the least.
      def forward(last, rows)
        width = rows.width
        prices = rows.prices
        targets = rows.targets
        stays = rows.stays
        again = rows.again
        soon = rows.soon
        cost = Array.new(rows.slots, NEVER)
        from = Array.new(rows.slots)
        slot = edge = row = 0
        while slot < last.size
          fresh = last[slot]
          later = last[once_slot = slot + 1]
          shift = last[later_slot = slot + 2]
          shift_slot = later_slot
          settled = shift
          if (total = later + soon) <= shift
            shift = total
            shift_slot = once_slot
          end
          if (total = fresh + again) <= shift
            shift = total
            shift_slot = slot
          end
          if settled < later
            later = settled
          else
            later_slot = once_slot
          end
          at = edge
          stop = edge + stays[row]
          edge += width
          while at < stop
            price = prices[at]
            if (total = later + price) < cost[target = targets[at]]
              cost[target] = total
              from[target] = later_slot
            end
            if (total = fresh + price) < cost[target -= 1]
              cost[target] = total
              from[target] = slot
            end
            at += 1
          end
          while at < edge
            if (total = shift + prices[at]) < cost[target = targets[at]]
              cost[target] = total
              from[target] = shift_slot
            end
            at += 1
          end
          slot += 3
          row += 1
        end
        [cost, from]
      end

      # rows: Steps::Rows from a sound to the next; after: least cost from every slot of the next sound to the end. Returns [the same for
      # every slot of the sound, the slot it goes on to].
      def backward(rows, after)
        width = rows.width
        prices = rows.prices
        targets = rows.targets
        stays = rows.stays
        again = rows.again
        soon = rows.soon
        size = stays.size * 3
        rest = Array.new(size)
        ahead = Array.new(size)
        slot = edge = row = 0
        while slot < size
          later = fresh = shift = NEVER
          later_slot = fresh_slot = shift_slot = nil
          stop = edge + stays[row]
          last = edge + width
          while edge < stop
            price = prices[edge]
            if (total = price + after[target = targets[edge]]) < later
              later = total
              later_slot = target
            end
            if (total = price + after[target - 1]) < fresh
              fresh = total
              fresh_slot = target - 1
            end
            edge += 1
          end
          while edge < last
            if (total = prices[edge] + after[target = targets[edge]]) < shift
              shift = total
              shift_slot = target
            end
            edge += 1
          end
          if (total = shift + again) < fresh
            rest[slot] = total
            ahead[slot] = shift_slot
          else
            rest[slot] = fresh
            ahead[slot] = fresh_slot
          end
          if (total = shift + soon) < later
            rest[slot + 1] = total
            ahead[slot + 1] = shift_slot
          else
            rest[slot + 1] = later
            ahead[slot + 1] = later_slot
          end
          if shift < later
            rest[slot + 2] = shift
            ahead[slot + 2] = shift_slot
          else
            rest[slot + 2] = later
            ahead[slot + 2] = later_slot
          end
          slot += 3
          row += 1
        end
        [rest, ahead]
      end
    end
  end
end
