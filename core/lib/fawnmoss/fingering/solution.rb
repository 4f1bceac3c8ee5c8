# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # A solved fingering: the places, what each costs and why, and the price of every other place.
    class Solution
      # One other place for a sound. extra: hundredths by which the best whole chart through it is dearer (negative when a
      # pin made the chart dearer than this would be); changes: { term class => more (or fewer) of it in that chart }, nil for
      # the far ones that nobody asks about.
      Alternative = Value.of(:place, :extra, :changes)

      WAYS = 100_000 # more slots than a note can have
      EXPLAINED = 3 # alternatives of a note whose changes are counted

      def initialize(solver:, best:)
        @solver = solver
        @best = best
        @terms = solver.terms
        @known_changes = {}
        @kinds = {}.compare_by_identity
        @placed = {}.compare_by_identity
        @placed_at = []
        @packed = []
        @to = []
        @from = []
      end

      # Array of Place or Grip, one per sound.
      def places = @places ||= @best.each_with_index.map { |slot, index| @solver.place_at(index, slot) }

      # Cost of the chart in hundredths of a plain crossing.
      def total = @total ||= @solver.costs.last[@best.last]

      # Array of [term, place] that made the place of sound `index` cost what it did; place: what a placing or gripping term
      # speaks of, nil for the terms of the way there.
      def fired(index)
        place = places[index]
        packed = packed(index, @best[index], index.positive? ? @best[index - 1] : nil)
        @terms.named(packed).map { |term| [term, (subject(term, place, index) if @terms.standing?(term))] }
      end

      # Alternatives for sound `index`, cheapest first.
      def alternatives(index) = (@alternatives ||= {})[index] ||= find_alternatives(index)

      # Places of the cheapest chart that goes another way at one of these sounds, or nil when it is dearer by margin (hundredths) or more.
      def rival(indices, margin)
        ways = indices.flat_map { |index| others(index).map { [extra(index, _1), index, _1] } }
        extra, index, slot = ways.min_by(&:first)
        way_through(index, slot) if extra && extra < margin
      end

      private

      # The places of the best whole chart through a slot.
      def way_through(index, slot)
        back = [slot]
        index.downto(1) { |at| back << @solver.froms[at][back.last] }
        on = [slot]
        (index...(@best.size - 1)).each { |at| on << @solver.aheads[at][on.last] }
        [*back.reverse, *on.drop(1)].each_with_index.map { |at_slot, at| @solver.place_at(at, at_slot) }
      end

      # The best slot of every other place for a sound.
      def others(index)
        kinds = kinds(index)
        best = @solver.best_slots(index, kinds)
        best[kinds[@solver.place(index, @best[index])]] = nil
        best.compact
      end

      def find_alternatives(index)
        slots = others(index)
        prices = slots.map { extra(index, _1) }
        slots.each_index.sort_by { |at| (prices[at] * WAYS) + at }.each_with_index.map do |at, rank|
          Alternative.new(place: @solver.place_at(index, slots[at]), extra: prices[at], changes: rank < EXPLAINED ? changes(index, slots[at]) : nil)
        end
      end

      def through(index, slot) = @solver.costs[index][slot] + @solver.rests[index][slot]

      def extra(index, slot)
        extra = through(index, slot) - total
        extra -= Solver::FORBIDDEN if @solver.allowed[index] && !@solver.allowed[index].include?(@solver.place_at(index, slot))
        extra
      end

      # For each candidate the number of the first one that a teacher would call the same; candidate lists are shared between
      # sounds of one pitch.
      def kinds(index)
        list = @solver.candidates[index]
        @kinds[list] ||= list.map(&:visible).then { |seen| seen.map { seen.index(_1) } }
      end

      # How often each term fires more (or less) on the best chart through `slot` than on the best chart.
      def changes(index, slot)
        difference = counted_to(index, slot) + counted_from(index, slot) - sums.last
        @known_changes[difference] ||= @terms.unpack(difference)
      end

      # Packed counts of the terms on the best way to a slot, the slot included. The ways of neighbouring notes run together, so each
      # slot is counted once, and the whole stays linear even where a way never meets the best chart again.
      def counted_to(index, slot)
        way = []
        until (known = slot == @best[index] ? sums[index + 1] : (@to[index] ||= {})[slot])
          before = index.positive? ? @solver.froms[index][slot] : nil
          way << [index, slot, before]
          break known = 0 unless before

          index -= 1
          slot = before
        end
        way.reverse_each { |at, own, before| known = @to[at][own] = known + packed(at, own, before) }
        known
      end

      # The same for the best way on from a slot to the end, the slot not included.
      def counted_from(index, slot)
        way = []
        until (known = slot == @best[index] ? sums.last - sums[index + 1] : (@from[index] ||= {})[slot])
          following = index < @best.size - 1 ? @solver.aheads[index][slot] : nil
          way << [index, slot, following]
          break known = 0 unless following

          index += 1
          slot = following
        end
        way.reverse_each do |at, own, following|
          known += packed(at + 1, following, own) if following
          @from[at][own] = known
        end
        known
      end

      # Running totals of the best chart's packed counts: sums[i] counts the terms of sounds before i.
      def sums
        @sums ||= @best.each_index.inject([0]) { |all, index| all << (all.last + packed(index, @best[index], index.positive? ? @best[index - 1] : nil)) }
      end

      # What stands on a slot, and the step to it from the slot before (nil at the start), as packed counts; remembered,
      # because the alternatives of neighbouring notes go the same ways.
      def packed(index, slot, before)
        return placed(index)[@solver.place(index, slot)] unless before

        (@packed[index] ||= {})[(before * WAYS) + slot] ||= arriving(index, slot, before)
      end

      def arriving(index, slot, before)
        place = @solver.place(index, slot)
        step = @solver.steps(index).packed(@solver.place(index - 1, before), place, @solver.before(index - 1, before), @solver.settled(before))
        placed(index)[place] + step
      end

      def placed(index)
        @placed_at[index] ||= begin
          note = @solver.sounds[index].first
          (@placed[@solver.candidates[index]] ||= {})[@terms.kind(note)] ||= @solver.candidates[index].map { pack(@terms.placed(_1, note)) }
        end
      end

      def pack(fired) = fired.sum { @terms.units[_1] }

      # Of a double stop the note that the term fires for.
      def subject(term, place, index)
        return place if !place.double? || @terms.gripping.include?(term)

        place.parts.find { term.cost(_1, @solver.sounds[index].first).positive? }
      end
    end
  end
end
