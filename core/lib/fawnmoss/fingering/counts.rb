# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # How much more or less often each term fires on the ways through a Lattice that leave its cheapest chart than on that chart. Counts are
    # lists of one number a term, in the order of Terms#all; nobody changes one that was given out, so ways that cost the same share theirs.
    class Counts
      # lattice: Lattice; best: slots of its cheapest chart.
      def initialize(lattice, best)
        @lattice = lattice
        @best = best
        @terms = lattice.terms
        @none = Array.new(@terms.all.size, 0).freeze
        @placed = {}.compare_by_identity
        @placed_at = []
        @fired, @to, @from = Array.new(3) { Array.new(best.size) { {} } }
        @known = {}
      end

      # Terms that fire for the place and the way to it of a sound on the best chart, in order, none twice.
      def on_best(index) = best_fired(index).uniq.sort.map { @terms.all[_1] }

      # { term class => how much more often (or less, negative) } on the best chart through a slot, without those that are equal. Equal ones
      # are one object.
      def changes(index, slot)
        to = to(index, slot)
        from = from(index, slot)
        difference = Array.new(to.size) { to[_1] + from[_1] }
        @known[difference] ||= named(difference)
      end

      private

      def named(counts)
        found = {}
        counts.each_with_index { |count, number| found[@terms.all[number].class] = count unless count.zero? }
        found
      end

      # On the best way to a slot, the slot included. The ways of neighbouring notes run together, so each slot is counted once, and the
      # whole stays linear even where a way never meets the best chart again.
      def to(index, slot)
        way = []
        until (known = slot == @best[index] ? @none : @to[index][slot])
          gone = index.positive? ? @lattice.froms[index][slot] : nil
          way << [index, slot, gone]
          break known = @none unless gone

          index -= 1
          slot = gone
        end
        way.reverse_each { |at, own, gone| known = @to[at][own] = add(known, fired(at, own, gone), best_fired(at)) }
        known
      end

      # The same for the best way on from a slot to the end, the slot not included.
      def from(index, slot)
        way = []
        until (known = slot == @best[index] ? @none : @from[index][slot])
          following = index < @best.size - 1 ? @lattice.aheads[index][slot] : nil
          break known = @none unless following

          way << [index, slot, following]
          index += 1
          slot = following
        end
        way.reverse_each { |at, own, following| known = @from[at][own] = add(known, fired(at + 1, following, own), best_fired(at + 1)) }
        known
      end

      def add(counts, more, fewer)
        return counts if more == fewer

        sum = counts.dup
        more.each { sum[_1] += 1 }
        fewer.each { sum[_1] -= 1 }
        sum
      end

      def best_fired(index) = fired(index, @best[index], index.positive? ? @best[index - 1] : nil)

      # Numbers of the terms that fire for what stands on a slot and for the step to it; gone: the slot before, nil at the start. Remembered,
      # because the alternatives of neighbouring notes go the same ways.
      def fired(index, slot, gone)
        return placed(index)[@lattice.place(index, slot)] unless gone

        @fired[index][(gone * @lattice.costs[index].size) + slot] ||= placed(index)[@lattice.place(index, slot)] + @lattice.fired(index, slot, gone)
      end

      # The same for each place of a sound by itself.
      def placed(index)
        @placed_at[index] ||= begin
          note = @lattice.sounds[index].first
          (@placed[@lattice.candidates[index]] ||= {})[@terms.kind(note)] ||=
            @lattice.candidates[index].map { |candidate| @terms.placed(candidate, note).map { |term, _| @terms.number(term) }.freeze }
        end
      end
    end
  end
end
