# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What it costs to go from each place of one note to each place of the next, as flat tables of integers: the same pair
    # of notes in the same kind of move is computed once for the whole tune.
    class Steps
      SAME = 4 # the lane of steps that cannot be a way back

      # pairs: cost of the moving terms, at from * width + to; shifts: true where the hand moves; lanes: the string gone
      # back to if the note before was on it, or SAME; used: the lanes that occur; strings: string of each from; back: price of the returning term; again, soon:
      # prices of the rushing term right after a shift and one note later.
      attr_reader :pairs, :shifts, :lanes, :used, :strings, :width, :back, :again, :soon

      # from, to: lists of Place or Grip; move: Move; terms: Terms.
      def initialize(from, to, move, terms)
        @from = from
        @to = to
        @move = move
        @terms = terms
        @width = to.size
        @strings = from.map(&:string)
        fill(terms.moving)
        @back = terms.returning.price(2, move)
        @again, @soon = [0, 1].map { terms.rushing.price(_1, move) }
      end

      # What the terms that cost something on the way add to a packed count (see Terms). at: from * width + to; memory: before *
      # 3 + settled, as in fired.
      def packed(at, memory)
        total = @packs[at]
        total += @terms.units[@terms.returning] if @back.positive? && @lanes[at] == memory / 3
        total += @terms.units[@terms.rushing] if @shifts[at] && memory % 3 < 2
        total
      end

      # The terms that cost something on the way, as [[term, cost], ...]. at: from * width + to; before: string of the note
      # before from (from's own when there is none); settled: notes since the last shift, 0..2.
      def fired(at, before, settled)
        from, to = at.divmod(@width)
        from = @from[from]
        to = @to[to]
        costs = @terms.moving.map { [_1, _1.cost(from, to, @move)] }
        costs += [@terms.returning, @terms.rushing].map { [_1, _1.applies?(before, from, to, @move) ? _1.price(settled, @move) : 0] }
        costs.select { |_, cost| cost.positive? }
      end

      private

      def fill(moving)
        @pairs = []
        @packs = []
        @shifts = []
        @lanes = []
        units = moving.map { @terms.units[_1] }
        @from.each { |a| @to.each { |b| add(a, b, moving, units) } }
        @used = @lanes.uniq
      end

      def add(from, to, moving, units)
        price = 0
        packed = 0
        moving.each_with_index do |term, index|
          cost = term.cost(from, to, @move)
          next if cost.zero?

          price += cost
          packed += units[index]
        end
        @pairs << price
        @packs << packed
        @shifts << !from.hand.same_spot?(to.hand)
        @lanes << (returnable?(from, to) ? to.string : SAME)
      end

      # Whether the returning term would fire if the note before were on the string gone to.
      def returnable?(from, to) = @terms.returning.applies?(to.string, from, to, @move)
    end
  end
end
