# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Finds the cheapest chain of places through a tune, exactly, and for every other place the cost of the best whole
    # chart through it. A shortest path over slots (place, string of the note before, notes since the last shift: 0, 1, or 2
    # for two and more): the memory that the terms need. Time and memory are linear in the notes. Ties go to the slot met
    # first, that is, in the order of Candidates.
    #
    # Inside, only integers and flat arrays; the loops themselves are in Passes. A slot is (place * strings before + number of
    # the string before) * memory + settled, with memory 3, or 1 in a tune where no hand ever moves.
    class Solver
      include Passes
      include StillPasses

      FORBIDDEN = 1_000_000_000 # added to places a pin rules out; more than any chart can cost
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
        @moves = Move.all(sounds.map(&:first), tempo)
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

      # For each kind of place of a sound the slot that the best chart through it takes, or nil where none can; the earliest of equals.
      # kinds: for each place the number of the first one of its kind.
      # rubocop:disable-next Metrics/MethodLength -- one pass over flat arrays
      def best_slots(index, kinds)
        costs = @costs[index]
        rests = @rests[index]
        stride = @strides[index]
        found = []
        least = []
        slot = 0
        kinds.each do |kind|
          stop = slot + stride
          while slot < stop
            total = costs[slot] + rests[slot]
            if costs[slot] < NEVER && (least[kind].nil? || total < least[kind])
              least[kind] = total
              found[kind] = slot
            end
            slot += 1
          end
        end
        found
      end

      # Number of steps from slot to place: every slot that can be reached, with every place of the next sound.
      def transitions = (1...@sounds.size).sum { |index| @costs[index - 1].count { _1 < NEVER } * @candidates[index].size }

      private

      # No two places have the hand in different spots.
      def still? = @candidates.uniq(&:object_id).flat_map { |list| list.map { _1.hand.spot } }.uniq.size == 1

      # Costs of the places by themselves; one shared list for all sounds that have the same, so that tables can be shared.
      def placing_costs(index)
        list = @candidates[index]
        note = @sounds[index].first
        plain = ((@placings[list] ||= {})[@terms.kind(note)] ||= shared(list, list.map { @terms.placing_cost(_1, note) }))
        return plain unless @allowed[index]

        shared(list, plain.each_with_index.map { |cost, at| @allowed[index].include?(list[at]) ? cost : cost + FORBIDDEN })
      end

      def shared(list, costs) = (@costs_of ||= {}.compare_by_identity).fetch(list) { @costs_of[list] = {} }.then { _1[costs] ||= costs }

      def forward
        first = Array.new(@candidates.first.size * @memory, NEVER)
        @candidates.first.each_index { |place| first[((place + 1) * @memory) - 1] = @arrivals.first[place] }
        @costs = [first]
        @froms = [[]]
        (1...@sounds.size).each { |index| @memory == 1 ? advance_still(index) : advance(index) }
      end

      def backward
        @rests = Array.new(@sounds.size)
        @aheads = Array.new(@sounds.size, [])
        @rests[-1] = Array.new(@costs.last.size, 0)
        (@sounds.size - 2).downto(0) { |index| @memory == 1 ? look_ahead_still(index) : look_ahead(index) }
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
