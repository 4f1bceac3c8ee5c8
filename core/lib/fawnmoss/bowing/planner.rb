# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # Solves direction, join and extent of every stroke together, exactly, over (direction, place on the bow in cells).
    # Linear in the strokes. Ties: the state met first, down before up, frog before tip.
    #
    # A state is a slot: cells 0..16 reached by a down-bow, then 0..16 reached by an up-bow. Each layer keeps, per slot, the
    # cost so far and how it was reached; inside, only numbers and arrays, because this loop is the engine's busiest.
    class Planner
      CELLS = 16
      WIDTH = CELLS + 1
      LEAST = 2 # cells: no stroke is shorter
      DIRECTIONS = %i[down up].freeze
      NEVER = Float::INFINITY

      # cost, from (cell where the stroke begins), before (slot of the stroke before) and join: arrays by slot.
      Layer = Struct.new(:cost, :from, :before, :join)
      # For each cell where a stroke may begin: what it costs to stand there, from which slot, by which join.
      Starts = Struct.new(:cost, :before, :join)

      # strokes: Stroke list; start: :down, :up or nil (free); joins: of :stop and :lift, what may be used besides a plain
      # change. A stroke whose direction is fixed may always stop and go on, or lift where there is time.
      def initialize(strokes, start: nil, joins: %i[stop lift])
        @strokes = strokes
        @start = start
        @joins = joins
        @extents = {}
      end

      # Array of Planned, one per stroke.
      def plan
        layers = []
        @strokes.each { |stroke| layers << layer(stroke, layers.last) }
        trace(layers)
      end

      private

      def layer(stroke, last)
        reached = Layer.new(Array.new(2 * WIDTH, NEVER), Array.new(2 * WIDTH), Array.new(2 * WIDTH), Array.new(2 * WIDTH))
        extents = extents(stroke)
        allowed(stroke, last).each { |direction| extend(reached, starts(stroke, direction, last), extents, stroke, direction) }
        reached
      end

      def allowed(stroke, last)
        return [stroke.fixed] if stroke.fixed
        return [@start] if last.nil? && @start

        DIRECTIONS
      end

      def starts(stroke, direction, last)
        return Starts.new(Array.new(WIDTH, 0.0), Array.new(WIDTH), Array.new(WIDTH, :start)) unless last

        found = Starts.new(Array.new(WIDTH, NEVER), Array.new(WIDTH), Array.new(WIDTH))
        same, other = direction == :down ? [0, WIDTH] : [WIDTH, 0]
        offer_all(found, last, other, :change, stroke, direction)
        offer_all(found, last, same, :stop, stroke, direction) if stroke.fixed || @joins.include?(:stop)
        offer_lift(found, last, stroke) if stroke.may_lift && direction == :down && (stroke.fixed || @joins.include?(:lift))
        found
      end

      # Going on from where the bow stands after a stroke in slots offset .. offset + 16.
      def offer_all(found, last, offset, join, stroke, direction)
        price = Costs::Join.cost(join, stroke, direction)
        WIDTH.times { |cell| offer(found, cell, last.cost[offset + cell] + price, offset + cell, join) }
      end

      # Again from the frog, wherever the bow was.
      def offer_lift(found, last, stroke)
        price = Costs::Join.cost(:lift, stroke, :down)
        last.cost.each_with_index { |cost, slot| offer(found, 0, cost + price, slot, :lift) }
      end

      def offer(found, cell, cost, slot, join)
        return unless cost < found.cost[cell]

        found.cost[cell] = cost
        found.before[cell] = slot
        found.join[cell] = join
      end

      def extend(reached, starts, extents, stroke, direction)
        turn = Costs::Direction.cost(stroke, direction)
        down = direction == :down
        starts.cost.each_with_index do |cost, from|
          next if cost == NEVER

          row = extents[from]
          to, last, offset = down ? [from + LEAST, CELLS, 0] : [0, from - LEAST, WIDTH]
          while to <= last
            price = cost + turn + row[to]
            settle(reached, offset + to, price, from, starts) if price < reached.cost[offset + to]
            to += 1
          end
        end
      end

      def settle(reached, slot, price, from, starts)
        reached.cost[slot] = price
        reached.from[slot] = from
        reached.before[slot] = starts.before[from]
        reached.join[slot] = starts.join[from]
      end

      # Costs of every extent, by start and end cell; strokes alike share one table.
      def extents(stroke)
        fast = stroke.seconds < Costs::Extent::FAST
        @extents[[stroke.ideal, fast, stroke.marks.include?(:staccato)]] ||= Array.new(WIDTH) do |from|
          Array.new(WIDTH) { |to| Costs::Extent.cost(stroke, from.fdiv(CELLS), to.fdiv(CELLS)) }
        end
      end

      def trace(layers)
        slot = layers.last.cost.each_with_index.min.last
        planned = @strokes.each_index.reverse_each.map do |index|
          step = planned(layers, index, slot)
          slot = layers[index].before[slot]
          step
        end
        planned.reverse
      end

      def planned(layers, index, slot)
        layer = layers[index]
        before = index.zero? ? 0 : layers[index - 1].cost[layer.before[slot]]
        Planned.new(stroke: @strokes[index], direction: slot < WIDTH ? :down : :up, join: layer.join[slot],
                    from: layer.from[slot].fdiv(CELLS), to: (slot % WIDTH).fdiv(CELLS), cost: layer.cost[slot] - before)
      end
    end
  end
end
