# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Finds the cheapest chain of places through a tune, exactly, and for every other place the cost of the best whole
    # chart through it. A shortest path over Slots (place, string of the note before, notes since the last shift): the memory that the
    # terms need. Time and memory are linear in the notes. Ties go to the slot met first, that is, in the order of Candidates.
    # Inside, only integers and flat arrays; the loops themselves are in Passes and StillPasses.
    class Solver
      FORBIDDEN = 1_000_000_000 # added to places a pin rules out; more than any chart can cost

      # sounds: lists of Score::Played that sound together; candidates: a list of Place or Grip per sound, none empty;
      # allowed: per sound nil or the list of candidates a pin leaves; terms: Terms; tempo: quarters a minute; tables: Tables of
      # the same setting.
      def initialize(sounds, candidates, allowed, terms, tempo, tables)
        @sounds = sounds
        @candidates = candidates
        @allowed = allowed
        @terms = terms
        memory, @passes = still? ? [1, StillPasses] : [3, Passes]
        moves = Move.all(sounds.map(&:first), tempo)
        @steps = [nil, *candidates.each_cons(2).zip(moves).map { |(from, to), move| tables.steps(from, to, move, memory) }]
        @slots = [Slots.new(strings: Slots::NOTHING, memory:), *@steps.drop(1).map(&:slots)]
        @alone = tables.arrivals(tempo, terms)
        @arrivals = @alone.all(sounds, candidates, allowed)
        @rows = [nil, *(1...sounds.size).map { |index| @steps[index].rows(@slots[index - 1].strings, @arrivals[index]) }]
      end

      # Returns a Solution.
      def solve = Solution.new(lattice)

      # Lattice with all costs.
      def lattice
        Lattice.new(sounds: @sounds, candidates: @candidates, allowed: @allowed, terms: @terms, alone: @alone, steps: @steps, rows: @rows, passes: @passes,
                    slots: @slots, costs: forward, rests: backward)
      end

      private

      # No two places have the hand in different spots.
      def still? = @candidates.uniq(&:object_id).flat_map { |list| list.map { _1.hand.spot } }.uniq.size == 1

      # Least cost of a way to each slot of every sound.
      def forward
        first = Array.new(@slots.first.size(@candidates.first.size), Passes::NEVER)
        @arrivals.first.each_with_index { |price, place| first[@slots.first.start(place)] = price }
        @rows.drop(1).each_with_object([first]) { |rows, costs| costs << @passes.forward(costs.last, rows) }
      end

      # Least cost of a way from each slot of every sound to the end.
      def backward
        last = Array.new(@slots.last.size(@candidates.last.size), 0)
        @rows.drop(1).reverse_each.with_object([last]) { |rows, rests| rests << @passes.backward(rows, rests.last) }.reverse
      end
    end
  end
end
