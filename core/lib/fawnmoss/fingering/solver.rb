# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Finds the cheapest chain of places through a tune, exactly, and for every other place the cost of the best whole
    # chart through it. A shortest path over slots (place, string of the note before, notes since the last shift: 0, 1, or 2
    # for two and more): the memory that the terms need. Time and memory are linear in the notes. Ties go to the slot met
    # first, that is, in the order of Candidates.
    #
    # Inside, only integers and flat arrays: these loops are the engine's busiest, so they are written out plainly with
    # `while`. A slot is (place * strings before + number of the string before) * memory + settled, with memory 3, or 1 in a
    # tune where no hand ever moves.
    # rubocop:disable-next Metrics/MethodLength, Metrics/BlockNesting, Metrics/AbcSize -- calls would cost more than they say here
    class Solver
      FORBIDDEN = 1_000_000_000 # added to places a pin rules out; more than any chart can cost
      NEVER = 1 << 50
      SETTLED = 2
      START = [Steps::NOWHERE].freeze # the strings before the first sound

      attr_reader :sounds, :candidates, :terms, :allowed, :costs, :froms, :rests, :aheads

      # sounds: lists of Score::Played that sound together; candidates: a list of Place or Grip per sound, none empty;
      # allowed: per sound nil or the list of candidates a pin leaves; terms: Terms; tempo: quarters a minute; tables: Tables of
      # the same setting.
      def initialize(sounds, candidates, allowed, terms, tempo, tables)
        @sounds = sounds
        @candidates = candidates
        @allowed = allowed
        @terms = terms
        @moves = sounds.each_cons(2).map { |from, to| Move.between(from.first, to.first, tempo) }
        @memory = still? ? 1 : 3
        @placings = {}.compare_by_identity
        @steps = [nil, *candidates.each_cons(2).zip(@moves).map { |(from, to), move| tables.steps(from, to, move, @memory) }]
        @strides = [@memory, *@steps.drop(1).map { _1.strings.size * @memory }]
        @arrivals = sounds.each_index.map { placing_costs(_1) }
        @rows = [nil, *(1...sounds.size).map { |index| @steps[index].rows(index > 1 ? @steps[index - 1].strings : START, @arrivals[index]) }]
      end

      # Returns a Solution.
      def solve
        forward
        backward
        Solution.new(solver: self, best: trace_best)
      end

      # The Steps from sound index - 1 to sound index; how sounds are moved between.
      def steps(index) = @steps[index]
      def move(index) = @moves[index]

      # What a slot of sound `index` stands for: number of its place; string of the note before; notes since the last shift.
      def place(index, slot) = slot / @strides[index]
      def before(index, slot) = index.zero? ? Steps::NOWHERE : @steps[index].strings[(slot % @strides[index]) / @memory]
      def settled(slot) = @memory == 1 ? SETTLED : slot % 3
      def place_at(index, slot) = @candidates[index][place(index, slot)]

      # For each place of a sound the slot that the best chart through it takes, or nil where none can.
      def best_slots(index)
        costs = @costs[index]
        rests = @rests[index]
        stride = @strides[index]
        found = []
        slot = 0
        while slot < costs.size
          stop = slot + stride
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

      # Number of steps from slot to place that one pass visited.
      def transitions = (1...@sounds.size).sum { |index| @costs[index - 1].count { _1 < NEVER } * @candidates[index].size }

      private

      # No two places have the hand in different spots.
      def still? = @candidates.uniq(&:object_id).flat_map { |list| list.map { _1.hand.spot } }.uniq.size == 1

      # Costs of the places by themselves; one shared list for all sounds that have the same, so that tables can be shared.
      def placing_costs(index)
        list = @candidates[index]
        note = @sounds[index].first
        plain = ((@placings[list] ||= {})[[note.duration, index.zero?]] ||= shared(list, list.map { @terms.placing_cost(_1, note) }))
        return plain unless @allowed[index]

        shared(list, plain.each_with_index.map { |cost, at| @allowed[index].include?(list[at]) ? cost : cost + FORBIDDEN })
      end

      def shared(list, costs) = (@costs_of ||= {}.compare_by_identity).fetch(list) { @costs_of[list] = {} }.then { _1[costs] ||= costs }

      def forward
        first = Array.new(@candidates.first.size * @memory, NEVER)
        @candidates.first.each_index { |place| first[((place + 1) * @memory) - 1] = @arrivals.first[place] }
        @costs = [first]
        @froms = [[]]
        (1...@sounds.size).each { |index| advance(index) }
      end

      # Costs of all slots of a sound, from those of the sound before.
      def advance(index)
        last = @costs[index - 1]
        width = @steps[index].width
        prices, targets = @rows[index]
        cost = Array.new(width * @strides[index], NEVER)
        from = Array.new(cost.size)
        slot = 0
        edge = 0
        while slot < last.size
          stop = edge + width
          if (base = last[slot]) < NEVER
            while edge < stop
              total = base + prices[edge]
              if total < cost[target = targets[edge]]
                cost[target] = total
                from[target] = slot
              end
              edge += 1
            end
          end
          edge = stop
          slot += 1
        end
        @costs << cost
        @froms << from
      end

      def backward
        @rests = Array.new(@sounds.size)
        @aheads = Array.new(@sounds.size, [])
        @rests[-1] = Array.new(@costs.last.size, 0)
        (@sounds.size - 2).downto(0) { |index| look_ahead(index) }
      end

      # Costs from all slots of a sound to the end, from those of the sound after.
      def look_ahead(index)
        costs = @costs[index]
        width = @steps[index + 1].width
        prices, targets = @rows[index + 1]
        after = @rests[index + 1]
        rest = Array.new(costs.size, NEVER)
        ahead = Array.new(costs.size)
        slot = 0
        edge = 0
        while slot < costs.size
          stop = edge + width
          if costs[slot] < NEVER
            least = NEVER
            best = nil
            while edge < stop
              if (total = prices[edge] + after[targets[edge]]) < least
                least = total
                best = edge
              end
              edge += 1
            end
            rest[slot] = least
            ahead[slot] = targets[best]
          end
          edge = stop
          slot += 1
        end
        @rests[index] = rest
        @aheads[index] = ahead
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
