# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # Solves direction, join and extent of every stroke together, exactly, over (direction, place on the bow in cells).
    # Linear in the strokes. Ties: the state met first, down before up, frog before tip.
    class Planner
      CELLS = 16
      PLACES = (0..CELLS).to_a.freeze
      LEAST = 2 # cells: no stroke is shorter
      DIRECTIONS = %i[down up].freeze
      NEVER = Float::INFINITY
      State = Struct.new(:cost, :direction, :join, :from, :to, :last)

      # strokes: Stroke list; start: :down, :up or nil (free); joins: of :stop and :lift, what may be used besides a plain
      # change. A stroke whose direction is fixed may always stop and go on.
      def initialize(strokes, start: nil, joins: %i[stop lift])
        @strokes = strokes
        @start = start
        @joins = joins
      end

      # Array of Planned, one per stroke.
      def plan
        reached = first_states
        @strokes.drop(1).each { |stroke| reached = next_states(stroke, reached) }
        trace(reached.compact.min_by.with_index { |state, order| [state.cost, order] })
      end

      private

      # States by slot: direction first, then the cell where the stroke ends.
      def slot(direction, cell) = (direction == :down ? 0 : PLACES.size) + cell

      def allowed(stroke, index_zero: false)
        return [stroke.fixed] if stroke.fixed
        return [@start] if index_zero && @start

        DIRECTIONS
      end

      def first_states
        best = []
        allowed(@strokes.first, index_zero: true).each do |direction|
          starts = PLACES.to_h { |cell| [cell, [0.0, :start, nil]] }
          extend(best, @strokes.first, direction, starts)
        end
        best
      end

      def next_states(stroke, reached)
        best = []
        allowed(stroke).each { |direction| extend(best, stroke, direction, starts(stroke, direction, reached)) }
        best
      end

      # For each cell where the stroke may begin: the cheapest way to stand there, [cost, join, state before].
      def starts(stroke, direction, reached)
        found = {}
        reached.each do |state|
          next unless state

          join = state.direction == direction ? :stop : :change
          offer(found, state.to, state.cost + Costs::Join.cost(join, stroke, direction), join, state) if usable?(join, stroke)
          next unless stroke.may_lift && direction == :down && @joins.include?(:lift)

          offer(found, 0, state.cost + Costs::Join.cost(:lift, stroke, direction), :lift, state)
        end
        found
      end

      def usable?(join, stroke) = join == :change || stroke.fixed || @joins.include?(:stop)

      def offer(found, cell, cost, join, state)
        found[cell] = [cost, join, state] if found[cell].nil? || cost < found[cell][0]
      end

      def extend(best, stroke, direction, starts)
        turn = Costs::Direction.cost(stroke, direction)
        starts.sort.each do |from, (cost, join, last)|
          ends(direction, from).each do |to|
            price = cost + turn + extent(stroke, from, to)
            at = slot(direction, to)
            best[at] = State.new(price, direction, join, from, to, last) if best[at].nil? || price < best[at].cost
          end
        end
      end

      def ends(direction, from) = direction == :down ? ((from + LEAST)..CELLS) : (0..(from - LEAST))

      def extent(stroke, from, to)
        @extents ||= {}
        key = [stroke.ideal, stroke.seconds < Costs::Extent::FAST, stroke.marks.include?(:staccato), from, to]
        @extents[key] ||= Costs::Extent.cost(stroke, from / CELLS.to_f, to / CELLS.to_f)
      end

      def trace(state)
        path = []
        while state
          path << state
          state = state.last
        end
        path.reverse.zip(@strokes).map do |step, stroke|
          before = step.last ? step.last.cost : 0
          Planned.new(stroke:, direction: step.direction, join: step.join, from: step.from / CELLS.to_f,
                      to: step.to / CELLS.to_f, cost: step.cost - before)
        end
      end
    end
  end
end
