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
      BALANCE = 5 # cell: the balance point, about a third of the bow from the frog
      DIRECTIONS = %i[down up].freeze
      SAME = %i[slur hook stop].freeze # joins that go on in the same direction
      NEVER = Float::INFINITY

      # cost, from (cell where the stroke begins): arrays by slot; starts: the Starts of each direction.
      Layer = Struct.new(:cost, :from, :starts)
      # For each cell where a stroke may begin: what it costs to stand there, from which slot, by which join.
      Starts = Struct.new(:cost, :before, :join)

      # weights: a table of data/bow_weights.yml; start: :down, :up, :balance or nil (free); joins: of :slur, :hook,
      # :stop, :lift and :recovery, what may be used besides a plain change. What is fixed, printed or pinned, is always open to a stroke,
      # and a rest always lets the bow be set anew.
      def initialize(weights, start: nil, joins: %i[slur hook stop lift recovery])
        @weights = weights
        @start = start
        @joins = joins
        @extents = {}
      end

      # strokes: Stroke list. Array of Planned, one per stroke; or the Stroke at which the marks that are fixed leave no way to go on. What
      # extents cost is kept from one plan to the next.
      def plan(strokes)
        @strokes = strokes
        layers = []
        @strokes.each do |stroke|
          layers << layer(stroke, layers.last)
          return stroke if layers.last.cost.min == NEVER
        end
        trace(layers)
      end

      private

      def layer(stroke, last)
        reached = Layer.new(Array.new(2 * WIDTH, NEVER), Array.new(2 * WIDTH), {})
        extents = extents(stroke)
        allowed(stroke, last).each do |direction|
          reached.starts[direction] = starts(stroke, direction, last)
          extend(reached, reached.starts[direction].cost, extents, Costs::Direction.cost(stroke, direction, @weights), direction == :down)
        end
        reached
      end

      def allowed(stroke, last)
        return [stroke.fixed] if stroke.fixed
        return [@start == :balance ? :up : @start] if last.nil? && @start

        DIRECTIONS
      end

      def starts(stroke, direction, last)
        return first_starts(stroke) unless last

        found = Starts.new(Array.new(WIDTH, NEVER), Array.new(WIDTH), Array.new(WIDTH))
        same, other = direction == :down ? [0, WIDTH] : [WIDTH, 0]
        pinned = stroke.link.pinned
        offer_all(found, last, other, :change, other_bowing(stroke, :change)) if [nil, :change].include?(pinned)
        same_ways(stroke, direction).each { |join, price| offer_all(found, last, same, join, price + other_bowing(stroke, join)) }
        offer_lift(found, last, stroke) if direction == :down && lift?(stroke)
        offer_anew(found, last, stroke) if direction == :up && anew?(stroke)
        offer_recovery(found, last, stroke) if direction == :up && recovery?(stroke)
        found
      end

      def other_bowing(stroke, join) = Costs::Join.other(stroke, join, @weights)

      def first_starts(stroke)
        found = Starts.new(Array.new(WIDTH, 0.0), Array.new(WIDTH), Array.new(WIDTH, :start))
        found.cost.map!.with_index { |_, cell| cell == BALANCE ? 0.0 : NEVER } if @start == :balance && stroke.fixed != :down
        found
      end

      # Ways to go on in the same direction, each with its price: a hook where that is a usual repair, else a stop; two short notes in
      # one bow.
      def same_ways(stroke, direction)
        ways = []
        kind = same_kind(stroke, direction)
        ways << [kind, Costs::Join.same(stroke, direction, @weights)] if kind
        ways << [:slur, Costs::Join.own_slur(stroke, direction, @weights)] if stroke.link.own_slur && @joins.include?(:slur)
        ways
      end

      def same_kind(stroke, direction)
        link = stroke.link
        return link.pinned if %i[hook stop].include?(link.pinned)
        return if link.pinned

        kind = link.shape && !(link.shape == :up_up && direction == :down) ? :hook : :stop
        kind if stroke.fixed || @joins.include?(kind)
      end

      # In a rest the bow can always be set anew.
      def lift?(stroke)
        link = stroke.link
        link.pinned == :lift || (link.pinned.nil? && link.time && (stroke.fixed || link.time == :rest || @joins.include?(:lift)))
      end

      # In a rest an up-bow too can be set anew.
      def anew?(stroke) = stroke.link.pinned.nil? && stroke.link.time == :rest

      def recovery?(stroke)
        link = stroke.link
        return link.pinned == :recovery if link.pinned

        @joins.include?(:recovery) && stroke.ideal <= 0.5 && (link.after_long || %i[breath phrase].include?(link.time))
      end

      # Going on from where the bow stands after a stroke in slots offset .. offset + 16.
      def offer_all(found, last, offset, join, price)
        cell = 0
        while cell < WIDTH
          cost = last.cost[offset + cell] + price
          if cost < found.cost[cell]
            found.cost[cell] = cost
            found.before[cell] = offset + cell
            found.join[cell] = join
          end
          cell += 1
        end
      end

      # Again from the frog, wherever the bow was.
      def offer_lift(found, last, stroke) = offer_best(found, last.cost, [0], :lift, lift_price(stroke))

      # For an up-bow, wherever it wants to begin.
      def offer_anew(found, last, stroke) = offer_best(found, last.cost, LEAST..CELLS, :lift, lift_price(stroke))

      # After a down-bow, back through the air for an up-bow that ends at the frog; between phrases after any stroke.
      def offer_recovery(found, last, stroke)
        costs = stroke.link.time ? last.cost : last.cost.first(WIDTH)
        offer_best(found, costs, [BALANCE], :recovery, Costs::Join.recovery(stroke, @weights) + other_bowing(stroke, :recovery))
      end

      def lift_price(stroke) = Costs::Join.lift(stroke, @weights) + other_bowing(stroke, :lift)

      # The bow leaves the string: what it did last may be the cheapest of all, costs by slot.
      def offer_best(found, costs, cells, join, price)
        cost, slot = costs.each_with_index.min_by(&:first)
        cells.each { |cell| offer(found, cell, cost + price, slot, join) }
      end

      def offer(found, cell, cost, slot, join)
        return unless cost < found.cost[cell]

        found.cost[cell] = cost
        found.before[cell] = slot
        found.join[cell] = join
      end

      # From every cell where the stroke may begin to every cell where it may end: the innermost loop, in one piece.
      # rubocop:disable-next Metrics/MethodLength -- calls would cost more than they say here
      def extend(reached, starts, extents, turn, down)
        costs = reached.cost
        froms = reached.from
        from = 0
        while from < WIDTH
          start = starts[from] + turn
          row = extents[from]
          to = down ? from + LEAST : 0
          slot = down ? to : WIDTH
          last = down ? CELLS : from - LEAST
          last = -1 if start == NEVER
          while to <= last
            price = start + row[to]
            if price < costs[slot]
              costs[slot] = price
              froms[slot] = from
            end
            to += 1
            slot += 1
          end
          from += 1
        end
      end

      # Costs of every extent, by start and end cell; strokes alike share one table.
      def extents(stroke)
        @extents[Costs::Extent.kind(stroke)] ||= Array.new(WIDTH) do |from|
          Array.new(WIDTH) { |to| Costs::Extent.cost(stroke, from.fdiv(CELLS), to.fdiv(CELLS), @weights) }
        end
      end

      def trace(layers)
        slot = layers.last.cost.each_with_index.min.last
        hooked = false # the stroke after it goes on in the same direction
        planned = @strokes.each_index.reverse_each.map do |index|
          step, slot = planned(layers, index, slot, hooked)
          hooked = SAME.include?(step.join)
          step
        end
        planned.reverse
      end

      # The stroke that ends in a slot, and the slot of the stroke before it.
      def planned(layers, index, slot, hooked)
        layer = layers[index]
        direction = slot < WIDTH ? :down : :up
        from = layer.from[slot]
        starts = layer.starts[direction]
        before = starts.before[from]
        cost = layer.cost[slot] - (before ? layers[index - 1].cost[before] : 0)
        join = starts.join[from]
        [Planned.new(stroke: @strokes[index], direction:, join:, from: from.fdiv(CELLS), to: (slot % WIDTH).fdiv(CELLS), cost:,
                     shared: hooked || SAME.include?(join)), before]
      end
    end
  end
end
