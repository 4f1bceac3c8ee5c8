# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What it costs to go from each place of one sound to each place of the next, as flat tables of integers: the same pair
    # of sounds in the same kind of move is computed once for the whole tune.
    class Steps
      NOWHERE = -1 # the string before the first note; and the string of steps that are no way back

      # strings: those that the places gone from are on, in the order in which the slots of the next sound count them;
      # width: number of places gone to.
      attr_reader :strings, :width

      # from, to: lists of Place or Grip; move: Move; terms: Terms; memory: how many states of settling slots tell apart, 3, or
      # 1 when no hand ever moves.
      def initialize(from, to, move, terms, memory)
        @from = from
        @move = move
        @terms = terms
        @memory = memory
        @width = to.size
        @strings = from.map(&:string).uniq
        @units = terms.moving.map { terms.units[_1] }
        @prices = []
        @packs = []
        @backs = []
        @moved = []
        from.each { |place| to.each { |other| add(place, other) } }
        @rows = {}
        @counts = {}
      end

      # Tables for the solver: a row for every place gone from and every string before it, in it an entry for every place gone
      # to, those that leave the hand where it is first. befores: the strings that slots gone from tell apart; arrivals: what
      # the places gone to cost by themselves. Returns Rows.
      def rows(befores, arrivals) = (@rows[befores] ||= {})[arrivals] ||= build_rows(befores, arrivals)

      # prices and targets by entry (a target is the slot of the next sound right after a shift; settled ones follow it); stays:
      # by row the number of entries without a shift; again, soon: what a shift costs more right after another one, and one
      # note later.
      Rows = Struct.new(:prices, :targets, :stays, :again, :soon)

      # What the terms that cost something on the way add to a packed count (see Terms). from, to: places by number; before:
      # string of the note before from, or NOWHERE; settled: notes since the last shift, 0..2.
      def packed(from, to, before, settled)
        edge = (from * @width) + to
        kind = edge * 4
        kind += 1 if before != NOWHERE && @backs[edge] == before
        kind += 2 if settled < 2 && @moved[edge]
        @counts[kind] ||= count(edge, kind)
      end

      private

      # kind: four times the edge, 1 more for a way back, 2 more for a hurried shift.
      def count(edge, kind)
        total = @packs[edge]
        total += @terms.units[@terms.returning] if kind.odd? && @terms.returning.price(2, @move).positive?
        total += @terms.units[@terms.rushing] if kind % 4 > 1
        total
      end

      def add(from, to)
        price = 0
        packed = 0
        index = 0
        @terms.moving.each do |term|
          cost = term.cost(from, to, @move)
          if cost.positive?
            price += cost
            packed += @units[index]
          end
          index += 1
        end
        @prices << price
        @packs << packed
        @moved << !from.hand.same_spot?(to.hand)
        @backs << (@terms.returning.applies?(to.string, from, to, @move) ? to.string : NOWHERE)
      end

      def build_rows(befores, arrivals)
        rows = Rows.new([], [], [], @terms.rushing.price(0, @move), @terms.rushing.price(1, @move))
        back = @terms.returning.price(2, @move)
        @from.each_with_index do |place, from|
          base = @strings.index(place.string) * @memory
          staying, moving = arrivals.each_index.partition { !@moved[(from * @width) + _1] }
          befores.each do |before|
            (staying + moving).each { |to| add_entry(rows, (from * @width) + to, arrivals[to], (to * @strings.size * @memory) + base, before, back) }
            rows.stays << staying.size
          end
        end
        rows
      end

      def add_entry(rows, edge, arrival, target, before, back)
        price = @prices[edge] + arrival
        price += back if before == @backs[edge] && before != NOWHERE
        rows.prices << price
        rows.targets << target
      end
    end
  end
end
