# frozen_string_literal: true

module Fawnmoss
  module Learning
    # The bowing of a piece under a table of prices: what the engine would choose, what a teacher would accept, and what sets them apart.
    # Only what is chosen wrongly teaches: how near the next bowing comes is not looked for.
    class Bows
      # Where the prices of a piece stand in bow_weights.yml.
      def self.path(piece) = [piece.request.bowing]

      # weights: { name (symbol) => number }.
      def initialize(piece, weights)
        @piece = piece
        @asked = piece.problem.asked.copy(weights:)
        @free = solve
        @strokes = @free.planned.map(&:stroke)
      end

      # Fingers::Rival of the accepted bowing that is nearest, or nil when the engine's own is accepted.
      def rival(margin)
        return if accepted.uniq.size == 1

        directions = nearest.each_with_index.filter_map { |wanted, at| [at, wanted] if wanted }.to_h
        good = solve(@asked.copy(directions: @asked.directions.merge(directions.select { |at, _| head?(at) })))
        return if good.is_a?(Bowing::Solved::Conflict)

        mine, wrong = [good, @free].map { Bowing::Chain.ways(@strokes, _1) }
        gap = [[mine, good], [wrong, @free]].map { |ways, solved| cost(ways, @asked.weights) + Bowing::Chain.lengths(solved, @asked.weights) }.inject(:-)
        Fingers::Rival.new(accepted: mine, wrong:, lacks: [gap, 0].max + margin)
      end

      # [notes whose direction is accepted, notes about which there is an opinion].
      def accepted
        asked = nearest.each_index.select { nearest[_1] }
        [asked.count { direction(_1) == nearest[_1] }, asked.size]
      end

      # What the directions and joins of a whole bowing cost under other prices.
      def cost(ways, weights) = Bowing::Chain.cost(@strokes, ways, weights)

      private

      def solve(asked = @asked) = Bowing::Solved.for(@piece.problem.heads, @piece.tune.meter, asked)
      def head?(at) = @piece.tune.played[at].head?
      def direction(at) = @free.note(@piece.tune.played[at].head)[:direction]

      # The bowing of the piece that agrees with the engine's on most notes.
      def nearest
        @nearest ||= @piece.bowings.max_by { |bowing| bowing.each_with_index.count { |wanted, at| wanted.nil? || wanted == direction(at) } }
      end
    end
  end
end
