# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What places cost by themselves, and for which terms. Sounds that have the same places at the same prices share one list, so that what is
    # built on it is shared too (Steps#rows).
    class Arrivals
      # costs: of each place; fired: numbers (see Terms) of the terms that each costs something for, a double stop's once for each note.
      Found = Struct.new(:costs, :fired)

      # terms: Terms.
      def initialize(terms)
        @terms = terms
        @found = {}.compare_by_identity
        @shared = {}.compare_by_identity
      end

      # As of Solver. A list of costs a sound, one cost a place.
      def all(sounds, candidates, allowed)
        sounds.zip(candidates, allowed).map do |sound, list, left|
          costs = of(list, sound.first).costs
          next costs unless left

          shared(list, costs.zip(list).map { |cost, place| left.include?(place) ? cost : cost + Solver::FORBIDDEN })
        end
      end

      # Found of a list of candidates and a note.
      def of(list, note) = (@found[list] ||= {})[@terms.kind(note)] ||= find(list, note)

      private

      def find(list, note)
        placed = list.map { @terms.placed(_1, note) }
        Found.new(shared(list, placed.map { |fired| fired.sum(&:last) }), placed.map { |fired| fired.map { |term, _| @terms.number(term) }.freeze })
      end

      def shared(list, costs) = (@shared[list] ||= {})[costs] ||= costs
    end
  end
end
