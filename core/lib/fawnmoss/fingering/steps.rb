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
      end

      # Prices and targets for the solver: a row for every slot gone from, in it an entry for every place gone to. befores: the
      # strings that slots gone from tell apart; arrivals: what the places gone to cost by themselves. Returns [prices, targets],
      # targets being slots of the next sound.
      def rows(befores, arrivals) = (@rows[befores] ||= {})[arrivals] ||= build_rows(befores, arrivals)

      # What the terms that cost something on the way add to a packed count (see Terms). from, to: places by number; before:
      # string of the note before from, or NOWHERE; settled: notes since the last shift, 0..2.
      def packed(from, to, before, settled)
        edge = (from * @width) + to
        total = @packs[edge]
        total += @terms.units[@terms.returning] if @backs[edge] == before && before != NOWHERE && @terms.returning.price(settled, @move).positive?
        total += @terms.units[@terms.rushing] if settled < 2 && @moved[edge]
        total
      end

      private

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
        prices = []
        targets = []
        back = @terms.returning.price(2, @move)
        rush = [0, 1, 2].map { @terms.rushing.price(_1, @move) }
        @from.each_with_index do |place, from|
          base = @strings.index(place.string) * @memory
          befores.each do |before|
            ((3 - @memory)..2).each { |settled| build_row(from * @width, base, before, settled, back, rush[settled], arrivals, prices, targets) }
          end
        end
        [prices, targets]
      end

      # memory 1 knows only settled hands (2).
      def build_row(edge, base, before, settled, back, rush, arrivals, prices, targets)
        stride = @strings.size * @memory
        stay = @memory == 1 ? 0 : [settled + 1, 2].min
        arrivals.each do |arrival|
          price = @prices[edge] + arrival
          price += back if before == @backs[edge] && before != NOWHERE
          price += rush if @moved[edge]
          prices << price
          targets << (@moved[edge] ? base : base + stay)
          base += stride
          edge += 1
        end
      end
    end
  end
end
