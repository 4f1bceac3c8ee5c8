# frozen_string_literal: true

module Fawnmoss
  module Chart
    # The main job: one tune, one request -> a Chart, or Impossible with the bar and what to do.
    class Solve
      TEMPO = 72

      # How a chart would turn out, without its words: cost in plain crossings; demand_bars, demand_notes as in Chart.
      Outline = Value.of(:cost, :demand_bars, :demand_notes)

      # tune: Score::Tune as stored; request: Request; catalogue: Catalogue (weights and drills).
      #   Solve.call(steps, Request.build(instrument: violin), catalogue).entries.map { _1.place.finger } # => [0, 1, 2, 3, ...]
      def self.call(tune, request, catalogue) = new(tune, request, catalogue).chart

      # The same tune and request -> Outline or Impossible, in a fraction of the time. offers: false leaves those of Impossible out.
      def self.outline(tune, request, catalogue, offers: false) = new(tune, request, catalogue, offers:).outline

      # The same tune and request -> Analysis::Demands or Impossible.
      def self.demands(tune, request, catalogue) = new(tune, request, catalogue, offers: false).asked

      def initialize(tune, request, catalogue, offers: true)
        @problem = Problem.new(tune, request, catalogue, offers:)
        @tune = @problem.tune
        @catalogue = catalogue
      end

      # Returns Chart or Impossible.
      def chart
        refused || Build.new(@problem, @catalogue).chart
      end

      def asked = refused || demands

      def outline
        refused || Outline.new(cost: (@problem.fingers.total + @problem.bows.cost) / 100.0, demand_bars: demands.bars, demand_notes: demands.per_note.tally)
      end

      private

      def demands
        @demands ||= Analysis::Demands.new(@problem.request.instrument, @problem.sounds, @problem.fingers.places,
                                           @problem.heads.map { @problem.bows.join(_1.index) })
      end

      # Impossible, or nil when both hands can do it.
      def refused
        return @problem.possible if @problem.possible.is_a?(Impossible)

        conflict(@problem.bows) if @problem.bows.is_a?(Bowing::Solved::Conflict)
      end

      def conflict(found)
        note = @tune.played[found.index]
        Impossible.new(code: :pin, bar: note.bar, beat: Score::Fraction.text(note.count), note: note.id,
                       reason: found.reason.sub(/\A./, &:upcase), remedy: 'Take one of the bow marks there away.', offers: [].freeze)
      end
    end
  end
end
