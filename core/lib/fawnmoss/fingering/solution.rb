# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # A solved fingering: the places, what each costs and why, and the price of every other place.
    class Solution
      # One other place for a note. extra: hundredths by which the best whole chart through it is dearer (negative when a
      # pin made the chart dearer than this would be); changes: { term class => more (or fewer) of it in that chart }.
      Alternative = Value.of(:place, :extra, :changes)

      def initialize(solver:, best:)
        @solver = solver
        @best = best
      end

      # Array of Instrument::Place, one per note.
      def places = @places ||= @best.each_with_index.map { |node, index| @solver.place_at(index, node) }

      # Cost of the chart in hundredths of a plain crossing.
      def total = @solver.layers.last.cost[@best.last]

      # Array of [term, cost] that made the place of note `index` cost what it did.
      def fired(index) = (@fired ||= {})[index] ||= terms_at(index, @best[index], index.positive? ? @best[index - 1] : nil)

      # Alternatives for note `index`, cheapest first.
      def alternatives(index) = (@alternatives ||= {})[index] ||= find_alternatives(index)

      private

      def find_alternatives(index)
        layer = @solver.layers[index]
        seen = visible(@solver.candidates[index])
        nodes = layer.place.each_index.group_by { seen[layer.place[_1]] }
        nodes.delete(seen[layer.place[@best[index]]])
        nodes.values.map { |same| alternative(index, same.min_by { [layer.cost[_1] + layer.rest[_1], _1] }) }
             .sort_by.with_index { |other, order| [other.extra, order] }
      end

      # What a teacher sees of each candidate; candidate lists are shared between notes of one pitch.
      def visible(list) = (@visible ||= {}.compare_by_identity)[list] ||= list.map(&:visible)

      def alternative(index, node)
        layer = @solver.layers[index]
        place = @solver.place_at(index, node)
        through = layer.cost[node] + layer.rest[node]
        through -= Solver::FORBIDDEN if @solver.allowed[index] && !@solver.allowed[index].include?(place)
        Alternative.new(place:, extra: through - total, changes: changes(index, node))
      end

      # Follows the chart through `node` to both sides until it meets the best chart, and counts the terms in between.
      def changes(index, node)
        other = { index => node }
        first = walk(other, index, -1)
        last = walk(other, index, 1)
        counts = Hash.new(0)
        (first..last).each do |at|
          terms_at(at, other[at] || @best[at], at.positive? ? other[at - 1] || @best[at - 1] : nil).map(&:first).each { |term| counts[term] += 1 }
          fired(at).map(&:first).each { |term| counts[term] -= 1 }
        end
        counts.reject { |_, count| count.zero? }.transform_keys(&:class)
      end

      def walk(other, index, direction)
        node = other[index]
        loop do
          following = direction.negative? ? @solver.layers[index].from[node] : @solver.layers[index].ahead[node]
          return index unless following && (0...@best.size).cover?(index + direction)

          index += direction
          return index if following == @best[index]

          other[index] = node = following
        end
      end

      # Terms that fire when note `index` stands on `node` after `before` (the node of the note before, nil at the start).
      def terms_at(index, node, before)
        at = @solver.layers[index].place[node]
        return placing(index, at) unless before

        layer = @solver.layers[index - 1]
        steps = @solver.steps(index)
        placing(index, at) + steps.fired((layer.place[before] * steps.width) + at, layer.before[before], layer.shifted[before])
      end

      def placing(index, at)
        (@placing ||= Array.new(@best.size) { [] })[index][at] ||= begin
          place = @solver.candidates[index][at]
          @solver.terms.placing.map { [_1, _1.cost(place, @solver.notes[index])] }.select { |_, cost| cost.positive? }
        end
      end
    end
  end
end
