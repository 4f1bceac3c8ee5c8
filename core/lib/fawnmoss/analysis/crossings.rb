# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # String crossings bar by bar: the right arm's work (guide page on bowing, crossings).
    module Crossings
      # bar: printed number; crossings: to a neighbour or further; skips: of them over a string; slurred: of them inside a bow.
      Count = Value.of(:bar, :crossings, :skips, :slurred)

      # notes: Score::Played, one per sound; places: Place or Grip of each; slurred: true where a sound goes on in the bow.
      # Returns a Count for each bar that has any.
      def self.by_bar(notes, places, slurred)
        counts = Hash.new { |known, bar| known[bar] = [0, 0, 0] }
        notes.each_index.drop(1).each do |index|
          apart = places[index - 1].apart(places[index])
          next if apart.zero?

          count = counts[notes[index].bar]
          count[0] += 1
          count[1] += 1 if apart > 1
          count[2] += 1 if slurred[index]
        end
        counts.map { |bar, (crossings, skips, inside)| Count.new(bar:, crossings:, skips:, slurred: inside) }
      end
    end
  end
end
