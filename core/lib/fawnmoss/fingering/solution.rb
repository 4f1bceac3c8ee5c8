# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # A solved fingering: the places, what each costs and why, and the price of every other place.
    class Solution
      # One other place for a sound. extra: hundredths by which the best whole chart through it is dearer (negative when a
      # pin made the chart dearer than this would be); changes: { term class => more (or fewer) of it in that chart }, nil for
      # the far ones that nobody asks about.
      Alternative = Value.of(:place, :extra, :changes)

      EXPLAINED = 3 # alternatives of a note whose changes are counted

      # lattice: Lattice.
      def initialize(lattice)
        @lattice = lattice
        @best = lattice.best
        @counts = Counts.new(lattice, @best)
        @kinds = {}.compare_by_identity
        @alternatives = {}
      end

      # Array of Place or Grip, one per sound.
      def places = @places ||= places_on(@best)

      # Cost of the chart in hundredths of a plain crossing.
      def total = @total ||= @lattice.costs.last[@best.last]

      # Array of [term, Step] that made the place of sound `index` cost what it did; of a double stop the step to the note that a placing
      # term fires for.
      def fired(index)
        step = step(index)
        @counts.on_best(index).map { |term| [term, speaking_of(term, step)] }
      end

      # Alternatives for sound `index`, cheapest first.
      def alternatives(index) = @alternatives[index] ||= find_alternatives(index)

      # Places of the cheapest chart that goes another way at one of these sounds, or nil when it is dearer by margin (hundredths) or more.
      def rival(indices, margin)
        ways = indices.flat_map { |index| others(index).map { [extra(index, _1), index, _1] } }
        extra, index, slot = ways.min_by(&:first)
        places_on(@lattice.way_through(index, slot)) if extra && extra < margin
      end

      private

      def places_on(way) = way.each_with_index.map { |slot, index| @lattice.place_at(index, slot) }

      def step(index)
        Step.new(to: places[index], note: @lattice.sounds[index].first, from: index.zero? ? nil : places[index - 1])
      end

      def speaking_of(term, step)
        return step if !step.to.double? || !@lattice.terms.placing.include?(term)

        step.to.parts.map { step.copy(to: _1) }.find { term.cost(_1).positive? }
      end

      # The best slot of every other place for a sound.
      def others(index)
        kinds = kinds(index)
        best = @lattice.best_slots(index, kinds)
        best[kinds[@lattice.place(index, @best[index])]] = nil
        best.compact
      end

      def find_alternatives(index)
        ranked = others(index).map { [extra(index, _1), _1] }.sort
        ranked.each_with_index.map do |(extra, slot), rank|
          Alternative.new(place: @lattice.place_at(index, slot), extra:, changes: rank < EXPLAINED ? @counts.changes(index, slot) : nil)
        end
      end

      def extra(index, slot)
        extra = @lattice.through(index, slot) - total
        allowed = @lattice.allowed[index]
        extra -= Solver::FORBIDDEN if allowed && !allowed.include?(@lattice.place_at(index, slot))
        extra
      end

      # For each candidate the number of the first one that a teacher would call the same; candidate lists are shared between
      # sounds of one pitch.
      def kinds(index)
        list = @lattice.candidates[index]
        @kinds[list] ||= list.map(&:visible).then { |seen| seen.map { seen.index(_1) } }
      end
    end
  end
end
