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
        request = piece.request
        @tempo = request.tempo_of(piece.tune)
        @sounds = Fingering::Sounds.of(piece.tune.played)
        home = Fingering::Home.of(request.instrument, piece.tune.played.map(&:pitch), request.positions)
        @setting = Fingering::Setting.new(weights:, instrument: request.instrument, fourth: request.fourth, learnt: request.learnt, home:, tempo: @tempo)
        @tables = Fingering::Tables.new(@setting, request.positions)
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
      def cost(places, weights)
        setting = @setting.copy(weights:)
        lists = places.map { [_1] }
        tables = Fingering::Tables.new(setting, @piece.request.positions)
        Fingering::Solver.new(@sounds, lists, Array.new(lists.size), Fingering::Terms.for(setting), @tempo, tables).solve.total
      end

      private

      def accepted?(at, candidate) = @sounds[at].zip(candidate.parts).all? { |note, place| @piece.takes?(note.index, place) }

      def solve(allowed = Array.new(@sounds.size))
        Fingering::Solver.new(@sounds, @candidates, allowed, Fingering::Terms.for(@setting), @tempo, @tables).solve
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
