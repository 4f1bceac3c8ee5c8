# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Finds the cheapest chain of places through a tune, exactly, and for every other place the cost of the best whole
    # chart through it. A shortest path over nodes (place, string of the note before, whether the hand just moved): the
    # memory that the three-note terms need. Time and memory are linear in the notes. Ties go to the node met first,
    # that is, in the order of Candidates.
    class Solver
      FORBIDDEN = 1_000_000_000 # added to places a pin rules out; more than any chart can cost

      # notes: Score::Played list; candidates: a list of Instrument::Place per note, none empty; allowed: per note nil or
      # the list of places a pin leaves; terms: Terms; tempo: quarters a minute.
      def initialize(notes, candidates, allowed, terms, tempo)
        @notes = notes
        @candidates = candidates
        @allowed = allowed
        @terms = terms
        @moves = notes.each_cons(2).map { |from, to| Move.between(from, to, tempo) }
        @pair_costs = Hash.new { |all, move| all[move] = {} }
      end

      # Returns a Solution.
      def solve
        forward
        backward
        Solution.new(solver: self, best: trace_best)
      end

      # Nodes of note i: arrays side by side. place: index into candidates[i]; before: string or -1; shifted: 0 or 1;
      # from: best predecessor; ahead: best successor; cost: from the start; rest: to the end.
      Layer = Struct.new(:place, :before, :shifted, :cost, :from, :edges, :rest, :ahead)

      attr_reader :notes, :candidates, :layers, :terms, :moves, :allowed

      def place_at(index, node) = @candidates[index][@layers[index].place[node]]

      private

      def empty_layer = Layer.new([], [], [], [], [], [], [], [])

      def placing_cost(index, place)
        forbidden = @allowed[index] && !@allowed[index].include?(place) ? FORBIDDEN : 0
        forbidden + @terms.placing.sum { _1.cost(place, @notes[index]) }
      end

      def forward
        first = empty_layer
        @candidates[0].each_with_index { |place, at| add_node(first, at, -1, 0, placing_cost(0, place), nil) }
        @layers = [first]
        (1...@notes.size).each { |index| @layers << next_layer(index) }
      end

      def next_layer(index)
        layer = empty_layer
        known = {}
        arriving = @candidates[index].map { |place| placing_cost(index, place) }
        last = @layers[index - 1]
        last.place.each_index { |node| last.edges[node] = expand(index, node, layer, known, arriving) }
        layer
      end

      # Goes from one node to every place of the note `index`; returns [[node, cost], ...].
      def expand(index, node, layer, known, arriving)
        last = @layers[index - 1]
        from = @candidates[index - 1][last.place[node]]
        pairs = pair_costs(from, index)
        @candidates[index].each_with_index.map do |to, at|
          cost = pairs[at] + arriving[at] + turning_cost(last, node, from, to, index)
          shifted = from.hand.equal?(to.hand) || from.hand == to.hand ? 0 : 1
          target = reach(layer, known, at, from.string, shifted, last.cost[node] + cost, node)
          [target, cost]
        end
      end

      def reach(layer, known, at, before, shifted, cost, from)
        key = (at * 16) + (before * 2) + shifted
        target = known[key]
        return known[key] = add_node(layer, at, before, shifted, cost, from) unless target

        if cost < layer.cost[target]
          layer.cost[target] = cost
          layer.from[target] = from
        end
        target
      end

      def add_node(layer, at, before, shifted, cost, from)
        layer.place << at
        layer.before << before
        layer.shifted << shifted
        layer.cost << cost
        layer.from << from
        layer.place.size - 1
      end

      # Costs from one place to each place of the note `index`; the same pair in the same kind of move is computed once.
      def pair_costs(from, index)
        move = @moves[index - 1]
        known = @pair_costs[move][from] ||= {}
        @candidates[index].map { |to| known[to] ||= @terms.moving.sum { _1.cost(from, to, move) } }
      end

      def turning_cost(last, node, from, to, index)
        before = last.before[node]
        return 0 if before.negative?

        move = @moves[index - 1]
        shifted = last.shifted[node] == 1
        @terms.turning.sum { _1.cost(before, shifted, from, to, move) }
      end

      def backward
        @layers.last.rest.replace(Array.new(@layers.last.place.size, 0))
        (@layers.size - 2).downto(0) do |index|
          layer, after = @layers.values_at(index, index + 1)
          layer.edges.each_with_index do |edges, node|
            target, cost = edges.min_by.with_index { |(to, price), order| [price + after.rest[to], order] }
            layer.rest[node] = cost + after.rest[target]
            layer.ahead[node] = target
          end
        end
      end

      def trace_best
        node = @layers.last.cost.each_with_index.min.last
        path = [node]
        (@layers.size - 1).downto(1) { |index| path << (node = @layers[index].from[node]) }
        path.reverse
      end
    end
  end
end
