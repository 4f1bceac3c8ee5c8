# frozen_string_literal: true

module Fawnmoss
  module Score
    # Turns quarters of a tune into quarters at the tempo of its first bar: where the tempo doubles, two of the one last as long as one of the
    # other.
    class Clock
      # tune: Tune, its bars in the order in which they are to pass.
      def initialize(tune)
        @paces = tune.bars.map { tune.pace(_1) }
        @plain = @paces.uniq == [1]
        return if @plain

        @starts = [0r]
        @passed = [0r]
        tune.bars.each_with_index do |bar, index|
          @starts << (@starts.last + bar.length)
          @passed << (@passed.last + (bar.length / @paces[index]))
        end
      end

      # The tempo never changes.
      def plain? = @plain

      # at: quarters from the start, as written. Returns quarters at the first tempo.
      def at(place)
        return place if plain?

        index = ((@starts.bsearch_index { _1 > place } || @paces.size) - 1).clamp(0, @paces.size - 1)
        @passed[index] + ((place - @starts[index]) / @paces[index])
      end

      # Likewise for a stretch.
      def length(place, length) = plain? ? length : at(place + length) - at(place)
    end
  end
end
