# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Finds the cheapest chain of places through a tune, exactly, and for every other place the cost of the best whole
    # chart through it. A shortest path over slots (place, string of the note before, notes since the last shift: 0, 1, or 2
    # for two and more): the memory that the terms need. Time and memory are linear in the notes. Ties go to the slot met
    # first, that is, in the order of Candidates. Inside, only integers and flat arrays: this loop is the engine's busiest,
    # so it is written out plainly with `while`.
    #
    # A slot is place * 12 + before * 3 + settled; before is the place's own string when the note before was on it.
    class Solver
      FORBIDDEN = 1_000_000_000 # added to places a pin rules out; more than any chart can cost
      NEVER = 1 << 50
      SLOTS = 12
      SETTLED = 2
      LANES = Steps::SAME + 1

      attr_reader :sounds, :candidates, :terms, :moves, :allowed, :costs, :froms, :rests, :aheads, :bests

      # sounds: lists of Score::Played that sound together; candidates: a list of Place or Grip per sound, none empty;
      # allowed: per sound nil or the list of candidates a pin leaves; terms: Terms; tempo: quarters a minute.
      def initialize(sounds, candidates, allowed, terms, tempo)
        @sounds = sounds
        @candidates = candidates
        @allowed = allowed
        @terms = terms
        @moves = sounds.each_cons(2).map { |from, to| Move.between(from.first, to.first, tempo) }
        @steps = Hash.new { |known, from| known[from] = Hash.new { |by_to, to| by_to[to] = {}.compare_by_identity }.compare_by_identity }.compare_by_identity
        @placings = {}.compare_by_identity
        @steps_at = []
      end

      # Returns a Solution.
      def solve
        @arrivals = @sounds.each_index.map { placing_costs(_1) }
        forward
        backward
        Solution.new(solver: self, best: trace_best)
      end

      def place_at(index, slot) = @candidates[index][slot / SLOTS]

      # The Steps from sound index - 1 to sound index.
      def steps(index)
        @steps_at[index] ||= begin
          from = @candidates[index - 1]
          to = @candidates[index]
          move = @moves[index - 1]
          @steps[from][to][move] ||= Steps.new(from, to, move, @terms)
        end
      end

      # How many steps from place to place one pass looks at.
      def transitions = @candidates.each_cons(2).sum { |from, to| from.size * to.size }

      private

      def placing_costs(index)
        list = @candidates[index]
        note = @sounds[index].first
        plain = (@placings[list] ||= {})[note.duration] ||= list.map { @terms.placing_cost(_1, note) }.freeze
        return plain unless @allowed[index]

        plain.each_with_index.map { |cost, at| @allowed[index].include?(list[at]) ? cost : cost + FORBIDDEN }
      end

      def forward
        first = Array.new(@candidates.first.size * SLOTS, NEVER)
        @candidates.first.each_with_index { |place, at| first[(at * SLOTS) + (place.string * 3) + SETTLED] = @arrivals.first[at] }
        @costs = [first]
        @froms = [[]]
        (1...@sounds.size).each { |index| advance(index) }
      end

      def advance(index)
        steps = steps(index)
        last = @costs[index - 1]
        cost = Array.new(steps.width * SLOTS, NEVER)
        from = Array.new(steps.width * SLOTS)
        reached = Array.new(LANES * 4)
        sources = Array.new(LANES * 4)
        steps.strings.each_index do |place|
          gather(last, place, steps, reached, sources)
          spread(place, steps, reached, sources, cost, from)
        end
        arrive(cost, @arrivals[index])
        @costs << cost
        @froms << from
      end

      # For each lane the cheapest way to stand on a place before stepping on: right after a shift (0), later (1, the slots
      # with one or more notes since), or about to shift (2).
      def gather(last, place, steps, reached, sources)
        reached.fill(NEVER)
        slot = place * SLOTS
        again = steps.again
        soon = steps.soon
        back = steps.back
        used = steps.used
        before = 0
        while before < 4
          settled = 0
          while settled < 3
            cost = last[slot]
            if cost < NEVER
              shift = cost
              shift += again if settled.zero?
              shift += soon if settled == 1
              turn = settled.zero? ? 0 : 1
              used.each do |lane|
                extra = lane == before ? back : 0
                at = (lane * 4) + turn
                if cost + extra < reached[at]
                  reached[at] = cost + extra
                  sources[at] = slot
                end
                at = (lane * 4) + 2
                if shift + extra < reached[at]
                  reached[at] = shift + extra
                  sources[at] = slot
                end
              end
            end
            slot += 1
            settled += 1
          end
          before += 1
        end
      end

      # Steps on from one place to every place of the next sound.
      def spread(place, steps, reached, sources, cost, from)
        width = steps.width
        pairs = steps.pairs
        shifts = steps.shifts
        lanes = steps.lanes
        edge = place * width
        slot = steps.strings[place] * 3
        last = edge + width
        while edge < last
          lane = lanes[edge] * 4
          price = pairs[edge]
          if shifts[edge]
            total = reached[lane + 2] + price
            if total < cost[slot]
              cost[slot] = total
              from[slot] = sources[lane + 2]
            end
          else
            total = reached[lane + 1] + price
            if total < cost[slot + 2]
              cost[slot + 2] = total
              from[slot + 2] = sources[lane + 1]
            end
            total = reached[lane] + price
            if total < cost[slot + 1]
              cost[slot + 1] = total
              from[slot + 1] = sources[lane]
            end
          end
          slot += SLOTS
          edge += 1
        end
      end

      def arrive(cost, arrivals)
        slot = 0
        arrivals.each do |price|
          stop = slot + SLOTS
          while slot < stop
            cost[slot] = cost[slot] < NEVER ? cost[slot] + price : NEVER
            slot += 1
          end
        end
      end

      def backward
        @rests = Array.new(@sounds.size)
        @aheads = Array.new(@sounds.size, [])
        @bests = Array.new(@sounds.size)
        @rests[-1] = Array.new(@candidates.last.size * SLOTS, 0)
        @bests[-1] = best_slots(@costs.last, @rests[-1])
        (@sounds.size - 2).downto(0) { |index| look_ahead(index) }
      end

      def look_ahead(index)
        steps = steps(index + 1)
        size = @candidates[index].size * SLOTS
        rest = Array.new(size, NEVER)
        ahead = Array.new(size)
        after = @rests[index + 1]
        arrivals = @arrivals[index + 1]
        best = Array.new(LANES * 4)
        targets = Array.new(LANES * 4)
        steps.strings.each_index do |place|
          collect(place, steps, after, arrivals, best, targets)
          settle(place, steps, @costs[index], best, targets, rest, ahead)
        end
        @rests[index] = rest
        @aheads[index] = ahead
        @bests[index] = best_slots(@costs[index], rest)
      end

      # For each place the slot that the best chart through it takes, or nil where none can.
      def best_slots(costs, rests)
        found = []
        slot = 0
        while slot < costs.size
          stop = slot + SLOTS
          least = NEVER
          best = nil
          while slot < stop
            if costs[slot] < NEVER && costs[slot] + rests[slot] < least
              least = costs[slot] + rests[slot]
              best = slot
            end
            slot += 1
          end
          found << best
        end
        found
      end

      # For each lane the cheapest way on from a place: without a shift, arriving one note after the last one (0) or later
      # (1), or by a shift (2).
      def collect(place, steps, after, arrivals, best, targets)
        best.fill(NEVER)
        width = steps.width
        pairs = steps.pairs
        shifts = steps.shifts
        lanes = steps.lanes
        edge = place * width
        slot = steps.strings[place] * 3
        to = 0
        while to < width
          lane = lanes[edge] * 4
          price = pairs[edge] + arrivals[to]
          if shifts[edge]
            if price + after[slot] < best[lane + 2]
              best[lane + 2] = price + after[slot]
              targets[lane + 2] = slot
            end
          else
            if price + after[slot + 2] < best[lane + 1]
              best[lane + 1] = price + after[slot + 2]
              targets[lane + 1] = slot + 2
            end
            if price + after[slot + 1] < best[lane]
              best[lane] = price + after[slot + 1]
              targets[lane] = slot + 1
            end
          end
          slot += SLOTS
          edge += 1
          to += 1
        end
      end

      def settle(place, steps, costs, best, targets, rest, ahead)
        back = steps.back
        rush = [steps.again, steps.soon, 0]
        slot = place * SLOTS
        SLOTS.times do |memory|
          if costs[slot] < NEVER
            before = memory / 3
            settled = memory % 3
            steps.used.each do |lane|
              extra = lane == before ? back : 0
              at = (lane * 4) + (settled.zero? ? 0 : 1)
              if best[at] + extra < rest[slot]
                rest[slot] = best[at] + extra
                ahead[slot] = targets[at]
              end
              at = (lane * 4) + 2
              if best[at] + extra + rush[settled] < rest[slot]
                rest[slot] = best[at] + extra + rush[settled]
                ahead[slot] = targets[at]
              end
            end
          end
          slot += 1
        end
      end

      def trace_best
        last = @costs.last
        slot = last.index(last.min)
        path = [slot]
        (@sounds.size - 1).downto(1) { |index| path << (slot = @froms[index][slot]) }
        path.reverse
      end
    end
  end
end
