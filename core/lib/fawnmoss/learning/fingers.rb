# frozen_string_literal: true

module Fawnmoss
  module Learning
    # The fingering of a piece under a table of weights: what the engine would choose, what a teacher would accept, and by how much the
    # first of all charts that are not accepted is dearer.
    class Fingers
      # A chart that a teacher would not sign beside the best one that is. lacks: hundredths by which the wrong one should cost more.
      Rival = Value.of(:accepted, :wrong, :lacks)

      # Where the weights of a piece stand in weights.yml.
      def self.path(piece) = [piece.request.instrument.id, piece.request.version]

      # weights: { name (symbol) => number }.
      def initialize(piece, weights)
        @piece = piece
        @problem = piece.problem
        @sounds = @problem.sounds
        @terms = @problem.terms(weights)
        @tables = Fingering::Tables.new(@problem.setting.copy(weights:), piece.request.positions)
        @candidates = @sounds.map { @tables.candidates.for_sound(_1) }
      end

      # The worst Rival by less than margin (hundredths), or nil when every chart that is not accepted costs that much more.
      def rival(margin)
        good = solve(@candidates.each_with_index.map { |list, at| list.select { accepted?(at, _1) } })
        free = solve
        at, place, total = wrongs(free).min_by(&:last)
        return if at.nil? || total - good.total >= margin

        wrong = solve(Array.new(@sounds.size) { |index| [place] if index == at })
        Rival.new(accepted: good.places, wrong: wrong.places, lacks: margin - (total - good.total))
      end

      # [notes whose place is accepted, notes].
      def accepted
        places = solve.places
        [places.each_with_index.count { |place, at| accepted?(at, place) }, places.size]
      end

      # What a whole chain of places costs under other weights.
      def cost(places, weights) = Fingering::Chain.new(@sounds, @problem.tempo).cost(places, @problem.terms(weights))

      private

      def accepted?(at, candidate) = @sounds[at].zip(candidate.parts).all? { |note, place| @piece.takes?(note.index, place) }

      def solve(allowed = Array.new(@sounds.size))
        Fingering::Solver.new(@sounds, @candidates, allowed, @terms, @problem.tempo, @tables).solve
      end

      # [number of a sound, a place there that is not accepted, cost of the best chart through it].
      def wrongs(free)
        @sounds.each_index.flat_map do |at|
          chosen = free.places[at]
          own = accepted?(at, chosen) ? [] : [[at, chosen, free.total]]
          own + free.alternatives(at).reject { accepted?(at, _1.place) }.map { [at, _1.place, free.total + _1.extra] }
        end
      end
    end
  end
end
