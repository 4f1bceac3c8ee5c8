# frozen_string_literal: true

module Fawnmoss
  module Learning
    # One chart whose marks a teacher kept: what they say about the prices, and which tastes they speak of.
    class Correction
      # What a price adds to the teacher's way beyond the engine's. slopes: { price => hundredths for each hundredth of it };
      # lacks: hundredths by which the engine's way should be dearer than it is; prices: { price => what it is now }.
      Contrast = Value.of(:slopes, :lacks, :prices)

      MARGIN = 40 # hundredths of a plain crossing by which the teacher's way is to be cheaper

      # tune: Score::Tune; request: Chart::Request with the pins, and the hand that was in force when they were set: the chart as the
      # teacher left it; catalogue: Catalogue.
      def initialize(tune, request, catalogue)
        @catalogue = catalogue
        @request = request
        @tune = tune
      end

      # Contrast of a part (:fingers, :bows) under a hand, or nil when the engine would do as the teacher does, with a margin at the marks.
      def contrast(part, hand)
        return unless kept && (own = problem([], hand))

        return fingers(own) if part == :fingers

        bows(own) if [kept.turned, kept.joins].any?(&:any?)
      end

      # Signs::Sign list: what the marks say beside the engine without any hand.
      def signs
        @signs ||= begin
          own = problem([], nil)
          kept && own ? Signs.new(kept, own).list : []
        end
      end

      private

      def problem(pins, hand)
        problem = Chart::Problem.new(@tune, @request.copy(pins:, hand:), @catalogue, offers: false)
        problem unless problem.possible.is_a?(Chart::Impossible) || problem.bows.is_a?(Bowing::Solved::Conflict)
      end

      # The chart as it was left: Chart::Problem, or nil when it cannot be played any more.
      def kept
        return @kept if defined?(@kept)

        @kept = problem(@request.pins, @request.hand)
      end

      # The engine's way against the teacher's where they differ; else the cheapest other place of a mark.
      def fingers(own)
        places = kept.fingers.places
        rival = own.fingers.places
        rival = near(own) or return if same?(places, rival)

        chain = Fingering::Chain.new(kept.sounds, kept.tempo)
        indices = chain.parted(places, rival)
        contrast_of(:fingers, @catalogue.prices(own.request)) do |weights|
          [places, rival].map { chain.cost(_1, own.terms(weights), indices) }.inject(:-)
        end
      end

      def same?(places, others) = places.each_index.all? { places[_1].visible == others[_1].visible }
      def near(own) = own.fingers.rival(kept.sounds.each_index.select { marked?(kept, _1) }, MARGIN)

      def marked?(problem, at) = problem.sounds[at].any? { problem.possible.pinned.include?(_1.index) }

      def bows(own)
        strokes = own.bows.planned.map(&:stroke)
        mine, other = [kept, own].map { Bowing::Chain.ways(strokes, _1.bows) }
        indices = strokes.each_index.reject { mine[_1] == other[_1] }
        return if indices.empty?

        table = @catalogue.bow_prices(own.request)
        length = [kept, own].map { Bowing::Chain.lengths(_1.bows, table) }.inject(:-)
        contrast_of(:bows, table, differs: true) { |weights| length + [mine, other].map { Bowing::Chain.cost(strokes, _1, weights, indices) }.inject(:-) }
      end

      # table: the prices of a part; the block answers a table with what the teacher's way costs more. differs: the engine does otherwise,
      # whatever the sums say.
      def contrast_of(part, table, differs: false, &gap)
        slopes = Slopes.of(table, @catalogue.tastes.movable(part), &gap)
        now = yield table
        Contrast.new(slopes:, lacks: [now, 0].max + MARGIN, prices: table) if (differs || now > -MARGIN) && slopes.any?
      end
    end
  end
end
