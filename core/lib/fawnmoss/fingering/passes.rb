# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # One step of the solver's passes, for hands that move: three slots (notes settled: 0, 1, 2) for a place and a string before it. The loops of
    # forward and backward are the engine's busiest, so they are written out plainly, without calls, and keep costs alone; which slot a cost came
    # from is found for the few that are asked for (from, ahead).
    # rubocop:disable-next Metrics/MethodLength, Metrics/AbcSize, Metrics/CyclomaticComplexity, Metrics/PerceivedComplexity -- calls would cost more than they say here
    module Passes
      NEVER = 1 << 50 # cost of a slot that cannot be reached

      module_function

      # last: least cost of every slot of a sound; rows: Steps::Rows to the next one. Returns the least cost of every slot of the next sound.
      # What a hand that stays costs is the same one note after a shift and later, so those two go on together; a shift goes on from the best
      # of all three. A hand that has just come here by a shift, and could have been here all along for less, is not followed while it stays: no
      # way on from there is ever cheaper. What cannot be reached costs NEVER and more, and is never the least.
      def forward(last, rows)
        width = rows.width
        prices = rows.prices
        targets = rows.targets
        stays = rows.stays
        again = rows.again
        soon = rows.soon
        cost = Array.new(rows.slots, NEVER)
        slot = edge = at = row = target = total = 0
        count = last.size
        while slot < count
          fresh = last[slot]
          later = last[slot + 1]
          settled = shift = last[slot + 2]
          slot += 3
          shift = total if (total = later + soon) < shift
          shift = total if (total = fresh + again) < shift
          later = settled if settled < later
          stop = edge + stays[row]
          row += 1
          edge += width
          if fresh <= later
            while at < stop
              price = prices[at]
              cost[target] = total if (total = later + price) < cost[target = targets[at]]
              cost[target] = total if (total = fresh + price) < cost[target -= 1]
              at += 1
            end
          else
            while at < stop
              cost[target] = total if (total = later + prices[at]) < cost[target = targets[at]]
              at += 1
            end
          end
          while at < edge
            cost[target] = total if (total = shift + prices[at]) < cost[target = targets[at]]
            at += 1
          end
        end
        cost
      end

      # rows: Steps::Rows from a sound to the next; after: least cost from every slot of the next sound to the end. Returns the same for every
      # slot of the sound. It never costs less to have just come by a shift: where it costs the same with the cheapest way on, that is the
      # cheapest for both.
      def backward(rows, after)
        width = rows.width
        prices = rows.prices
        targets = rows.targets
        stays = rows.stays
        again = rows.again
        soon = rows.soon
        rest = []
        edge = at = row = target = total = 0
        count = stays.size
        while row < count
          later = fresh = shift = NEVER
          near = nil
          first = at
          stop = edge + stays[row]
          row += 1
          edge += width
          while at < stop
            if (total = prices[at] + after[target = targets[at]]) < later
              later = total
              near = target
            end
            at += 1
          end
          while at < edge
            shift = total if (total = prices[at] + after[targets[at]]) < shift
            at += 1
          end
          if near && after[near - 1] == after[near]
            fresh = later
          else
            while first < stop
              fresh = total if (total = prices[first] + after[targets[first] - 1]) < fresh
              first += 1
            end
          end
          rest << [shift + again, fresh].min << [shift + soon, later].min << [shift, later].min
        end
        rest
      end

      # The slot that the cheapest way to a slot of the next sound comes from; the earliest of equals. last, rows: as of forward; cost: of that way.
      def from(last, rows, slot, cost)
        stays = slot % 3 # notes that the hand will have stood still
        rows.entries(stays == 1 ? slot + 1 : slot).each do |at|
          fresh = at / rows.width * 3
          spent = cost - rows.prices[at] # on the way to the slot before
          return fresh if stays < 2 && last[fresh] + (stays.zero? ? rows.again : 0) == spent
          next if stays == 1
          return fresh + 1 if last[fresh + 1] + (stays.zero? ? rows.soon : 0) == spent
          return fresh + 2 if last[fresh + 2] == spent
        end
        nil
      end

      # The slot that the cheapest way on from a slot goes to; the earliest of equals, those that stay before those that shift. rows, after: as of
      # backward.
      def ahead(rows, after, slot)
        row, kind = slot.divmod(3)
        edge = row * rows.width
        ways = (0...rows.width).map do |place|
          stays = place < rows.stays[row]
          target = rows.targets[edge + place] - (stays && kind.zero? ? 1 : 0)
          [target, rows.prices[edge + place] + after[target] + (stays ? 0 : [rows.again, rows.soon, 0][kind])]
        end
        ways.min_by(&:last).first
      end
    end
  end
end
