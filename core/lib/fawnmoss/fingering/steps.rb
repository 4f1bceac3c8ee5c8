# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What it costs to go from each place of one note to each place of the next, as flat tables of integers: the same pair
    # of notes in the same kind of move is computed once for the whole tune.
    class Steps
      BEFORE = 5 # strings the note before may have been on: none, 0..3

      # pairs: cost of the moving terms, at from * width + to; shifts: 1 where the hand moves; strings: string of each from.
      attr_reader :pairs, :shifts, :strings, :width

      # from, to: lists of Instrument::Place; move: Move; terms: Terms.
      def initialize(from, to, move, terms)
        @from = from
        @to = to
        @move = move
        @moving = terms.moving
        @turning = terms.turning
        @fired = {}
        @width = to.size
        @strings = from.map(&:string)
        @pairs = from.flat_map { |a| to.map { |b| terms.moving.sum { _1.cost(a, b, move) } } }
        @shifts = from.flat_map { |a| to.map { |b| a.hand.same_spot?(b.hand) ? 0 : 1 } }
        @turns = Array.new(@pairs.size * BEFORE * 2)
      end

      # Cost of the turning terms. at: from * width + to; before: string of the note before from, -1 for none; shifted: 1 when
      # the hand moved on the way to from.
      def turn(at, before, shifted)
        return 0 if before.negative?

        @turns[(((at * BEFORE) + before) * 2) + shifted] ||= begin
          from, to = at.divmod(@width)
          @turning.sum { _1.cost(before, shifted == 1, @from[from], @to[to], @move) }
        end
      end

      # The terms that cost something on the way, as [[term, cost], ...]; arguments as for turn.
      def fired(at, before, shifted)
        @fired[(((at * BEFORE) + before + 1) * 2) + shifted] ||= begin
          from, to = at.divmod(@width)
          costs = @moving.map { [_1, _1.cost(@from[from], @to[to], @move)] }
          costs += @turning.map { [_1, _1.cost(before, shifted == 1, @from[from], @to[to], @move)] } unless before.negative?
          costs.select { |_, cost| cost.positive? }
        end
      end
    end
  end
end
