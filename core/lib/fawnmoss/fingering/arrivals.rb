# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What the places of every sound cost by themselves. Sounds that have the same places at the same prices share one list, so that what is
    # built on it is shared too (Steps#rows).
    class Arrivals
      # terms: Terms.
      def initialize(terms)
        @terms = terms
        @plain = {}.compare_by_identity
        @shared = {}.compare_by_identity
      end

      # As of Solver. A list of costs a sound, one cost a place.
      def all(sounds, candidates, allowed)
        sounds.zip(candidates, allowed).map { |sound, list, left| left ? pinned(list, sound.first, left) : plain(list, sound.first) }
      end

      private

      def plain(list, note) = (@plain[list] ||= {})[@terms.kind(note)] ||= shared(list, list.map { @terms.placing_cost(_1, note) })

      def pinned(list, note, left)
        shared(list, plain(list, note).zip(list).map { |cost, place| left.include?(place) ? cost : cost + Solver::FORBIDDEN })
      end

      def shared(list, costs) = (@shared[list] ||= {})[costs] ||= costs
    end
  end
end
