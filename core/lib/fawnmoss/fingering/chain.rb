# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What a fingering costs whose places are all known: the sums that Solver makes as small as it can, one note after the other.
    class Chain
      # sounds: lists of Score::Played that sound together; tempo: quarters a minute.
      def initialize(sounds, tempo)
        @sounds = sounds
        @moves = Move.all(sounds.map(&:first), tempo)
      end

      # places: Place or Grip, one a sound; terms: Terms; indices: of the sounds that are summed up. Hundredths of a plain crossing.
      def cost(places, terms, indices = @sounds.each_index)
        settled = settled(places)
        indices.sum { |index| terms.placing_cost(places[index], @sounds[index].first) + (index.zero? ? 0 : step(index, places, settled[index - 1], terms)) }
      end

      # Indices of the sounds that can cost something else on one way than on the other: where they part, and as long as the hand remembers.
      def parted(places, others)
        apart = places.each_index.reject { places[_1].equal?(others[_1]) || places[_1] == others[_1] }
        apart.flat_map { |index| (index..[index + MEMORY, places.size - 1].min).to_a }.uniq
      end

      MEMORY = 3 # sounds: a step looks at two places and the string before; a shift is felt for two sounds

      private

      def step(index, places, settled, terms)
        before = places[index - 2].string if index > 1
        step = Step.new(to: places[index], from: places[index - 1], move: @moves[index - 1], before:, settled:)
        [*terms.moving, *terms.returning, terms.rushing].sum { _1.cost(step) }
      end

      # For each sound how many lie between it and the last shift: 0 right after it, Step::SETTLED for two and more.
      def settled(places)
        places.each_index.inject([]) do |found, index|
          found << if index.zero? then Step::SETTLED
                   elsif places[index].hand.same_spot?(places[index - 1].hand) then [found.last + 1, Step::SETTLED].min
                   else 0
                   end
        end
      end
    end
  end
end
