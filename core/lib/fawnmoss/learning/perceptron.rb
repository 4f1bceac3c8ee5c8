# frozen_string_literal: true

module Fawnmoss
  module Learning
    # Moves weights until every chart that a teacher would not sign costs a margin more than the best one that is: a structured
    # perceptron with margin, in small relative steps (the passive-aggressive rule of Crammer et al. 2006, from memory, on the logarithms
    # of the weights, so that none changes its sign). What a weight adds to a chart is found by changing it a little.
    class Perceptron
      MARGIN = 40 # hundredths of a plain crossing
      STEP = 0.1 # a weight moves by this share at a time at the most
      ROUNDS = 12

      # book: Book; order: lists of names, the cheapest first; part: Fingers or Bows, whose prices the book has.
      def initialize(book, order, part = Fingers)
        @book = book
        @order = order
        @part = part
      end

      # pieces: Piece list. Returns { line => value }, the mean of the last half of the rounds.
      def learn(pieces)
        values = @book.values
        kept = Array.new(ROUNDS) do
          moved = pieces.count { |piece| (changed = step(piece, values)) && (values = changed) }
          break [values] if moved.zero?

          values
        end
        mean(kept.last((kept.size + 1) / 2))
      end

      # The values after looking at one piece, or nil when they suffice.
      def step(piece, values)
        path = @part.path(piece)
        table = @book.table(values, path)
        own = @part.new(piece, table)
        rival = own.rival(MARGIN) or return
        lines = @book.lines(path)
        slopes = Slopes.of(table) { |weights| own.cost(rival.accepted, weights) - own.cost(rival.wrong, weights) }
        @book.ordered(moved(values, slopes.transform_keys { lines.fetch(_1.to_s) }, rival.lacks), @order)
      end

      private

      # The smallest relative change of all that makes up for what lacks.
      def moved(values, slopes, lacks)
        pull = slopes.sum { |line, slope| (slope * values[line])**2 }
        return values if pull.zero?

        values.merge(slopes.to_h { |line, slope| [line, values[line] * (1 - (lacks * slope * values[line] / pull).clamp(-STEP, STEP))] })
      end

      def mean(kept) = kept.first.keys.to_h { |line| [line, kept.sum { _1[line] } / kept.size] }
    end
  end
end
