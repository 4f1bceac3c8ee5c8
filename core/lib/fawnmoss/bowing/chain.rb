# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # What the directions and joins of a bowing cost that are all known, as Planner prices them; how much bow each stroke takes is left out.
    module Chain
      SAME = %i[hook stop].freeze

      # strokes: Stroke list; ways: [direction, join] of each; weights: a table of data/bow_weights.yml; indices: of the strokes summed up.
      # A join that is not open to the engine at its place counts nothing: nobody can say what it should cost. Hundredths.
      def self.cost(strokes, ways, weights, indices = strokes.each_index)
        indices.sum { |index| Costs::Direction.cost(strokes[index], ways[index].first, weights) + (index.zero? ? 0 : join(strokes[index], *ways[index], weights)) }
      end

      # [direction, join] of each of these strokes in a solved bowing, which may have gathered the notes otherwise.
      def self.ways(strokes, solved) = strokes.map { solved.note(_1.notes.first).values_at(:direction, :join) }

      # What the lengths and places of all strokes of a solved bowing cost.
      def self.lengths(solved, weights) = solved.planned.sum { Costs::Extent.cost(_1.stroke, _1.from, _1.to, weights) }

      def self.join(stroke, direction, join, weights)
        link = stroke.link
        own = case join
              when *SAME then Costs::Join.same(stroke, direction, weights)
              when :slur then link.own_slur ? Costs::Join.own_slur(stroke, direction, weights) : 0
              when :lift then link.time ? Costs::Join.lift(stroke, weights) : 0
              when :recovery then Costs::Join.recovery(stroke, weights)
              else 0
              end
        own + Costs::Join.other(stroke, join, weights)
      end
      private_class_method :join
    end
  end
end
