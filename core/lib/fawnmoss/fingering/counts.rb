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
        @fired = []
        @standing = []
        @to, @from = Array.new(2) { Array.new(best.size) { {} } }
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
          gone = @lattice.from(index, slot)
          way << [index, slot, gone]
          break known = @none unless gone

          index -= 1
          slot = gone
        end
        way.reverse_each { |at, own, gone| known = @to[at][own] = add(known, at, own, gone) }
        known
      end

      # The same for the best way on from a slot to the end, the slot not included.
      def from(index, slot)
        way = []
        until (known = slot == @best[index] ? @none : @from[index][slot])
          following = @lattice.ahead(index, slot)
          break known = @none unless following

          way << [index, slot, following]
          index += 1
          slot = following
        end
        way.reverse_each { |at, own, following| known = @from[at][own] = add(known, at + 1, following, own) }
        known
      end

      # Counts and what the step to a slot and its place fire for; gone: the slot before, nil at the start.
      def add(counts, index, slot, gone)
        sum = counts.dup
        standing(index, slot).each { sum[_1] += 1 }
        @lattice.fired(index, slot, gone).each { sum[_1] += 1 } if gone
        best_fired(index).each { sum[_1] -= 1 }
        sum
      end

      def best_fired(index)
        @fired[index] ||= standing(index, @best[index]) + (index.positive? ? @lattice.fired(index, @best[index], @best[index - 1]) : [])
      end

      def standing(index, slot)
        (@standing[index] ||= @lattice.alone.of(@lattice.candidates[index], @lattice.sounds[index].first).fired)[@lattice.place(index, slot)]
      end
    end
  end
end
