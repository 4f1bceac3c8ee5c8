# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What fingering on one instrument in one setting needs again and again: the places of every pitch met, and the prices of
    # every step between them. Kept from one chart to the next, so that a changed mark is solved quickly; emptied when it has
    # grown beyond MOST steps, so that it never grows for good.
    class Tables
      MOST = 200_000 # steps from place to place, about 5 MB
      TEMPI = 8

      attr_reader :candidates

      # setting: Setting; positions: names.
      def initialize(setting, positions)
        @terms = Terms.for(setting)
        @instrument = setting.instrument
        @positions = positions
        clear
      end

      # The Steps from one list of places to another. move: Move; memory: see Solver.
      def steps(from, to, move, memory)
        key = (move.number * 4) + memory
        ((@known[from] ||= {}.compare_by_identity)[to] ||= {})[key] ||= begin
          @size += from.size * to.size
          Steps.new(from, to, move, @terms, memory)
        end
      end

      # Arrivals at a tempo (quarters a minute), which decides what some notes cost by themselves. terms: Terms of the setting at that tempo.
      def arrivals(tempo, terms) = @arrivals[tempo] ||= Arrivals.new(terms)

      # Before a new chart: starts afresh when there is too much.
      def tidy
        clear if @size > MOST || @arrivals.size > TEMPI
        self
      end

      private

      def clear
        @candidates = Candidates.new(@instrument, @positions)
        @known = {}.compare_by_identity
        @arrivals = {}
        @size = 0
      end
    end
  end
end
