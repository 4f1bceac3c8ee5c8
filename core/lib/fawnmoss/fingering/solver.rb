# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Finds the cheapest chain of places through a tune, exactly, and for every other place the cost of the best whole
    # chart through it. A shortest path over nodes (place, string of the note before, whether the hand just moved): the
    # memory that the three-note terms need. Time and memory are linear in the notes. Ties go to the node met first,
    # that is, in the order of Candidates. Inside, only integers and flat arrays.
    class Solver
      FORBIDDEN = 1_000_000_000 # added to places a pin rules out; more than any chart can cost

      # Nodes of a note, arrays side by side. place: index into its candidates; before: string or -1; shifted: 0 or 1;
      # cost: from the start; from: best predecessor; targets, prices: the node and cost of each step on, a row a node;
      # rest: cost to the end; ahead: best successor.
      Layer = Struct.new(:place, :before, :shifted, :cost, :from, :targets, :prices, :rest, :ahead)

      attr_reader :notes, :candidates, :layers, :terms, :moves, :allowed

      # notes: Score::Played list; candidates: a list of Instrument::Place per note, none empty; allowed: per note nil or
      # the list of places a pin leaves; terms: Terms; tempo: quarters a minute.
      def initialize(notes, candidates, allowed, terms, tempo)
        @notes = notes
        @candidates = candidates
        @allowed = allowed
        @terms = terms
        @moves = notes.each_cons(2).map { |from, to| Move.between(from, to, tempo) }
        @steps = Hash.new { |known, from| known[from] = Hash.new { |by_to, to| by_to[to] = {} }.compare_by_identity }.compare_by_identity
      end

      # Returns a Solution.
      def solve
        forward
        backward
        Solution.new(solver: self, best: trace_best)
      end

      def place_at(index, node) = @candidates[index][@layers[index].place[node]]

      # The Steps from note index - 1 to note index.
      def steps(index)
        from, to = @candidates.values_at(index - 1, index)
        move = @moves[index - 1]
        @steps[from][to][move] ||= Steps.new(from, to, move, @terms)
      end

      private

      def empty_layer = Layer.new([], [], [], [], [], [], [], [], [])

      def placing_costs(index)
        note = @notes[index]
        @candidates[index].map do |place|
          forbidden = @allowed[index] && !@allowed[index].include?(place) ? FORBIDDEN : 0
          forbidden + @terms.placing.sum { _1.cost(place, note) }
        end
      end

      def forward
        first = empty_layer
        placing_costs(0).each_with_index { |cost, at| add_node(first, at, -1, 0, cost, nil) }
        @layers = [first]
        (1...@notes.size).each { |index| @layers << next_layer(index) }
      end

      def next_layer(index)
        layer = empty_layer
        known = Array.new(@candidates[index].size * 8)
        arriving = placing_costs(index)
        steps = steps(index)
        last = @layers[index - 1]
        last.place.each_index { |node| expand(last, node, layer, known, arriving, steps) }
        layer
      end

      # Goes from one node to every place of the next note.
      def expand(last, node, layer, known, arriving, steps)
        from = last.place[node]
        before = last.before[node]
        moved = last.shifted[node]
        cost = last.cost[node]
        string = steps.strings[from]
        row = from * steps.width
        arriving.each_with_index do |arrival, at|
          step = row + at
          price = steps.pairs[step] + arrival + steps.turn(step, before, moved)
          last.targets << reach(layer, known, at, string, steps.shifts[step], cost + price, node)
          last.prices << price
        end
      end

      def reach(layer, known, at, before, shifted, cost, from)
        key = (at * 8) + (before * 2) + shifted
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

      def backward
        @layers.last.rest.replace(Array.new(@layers.last.place.size, 0))
        (@layers.size - 2).downto(0) { |index| look_ahead(@layers[index], @layers[index + 1].rest, @candidates[index + 1].size) }
      end

      def look_ahead(layer, rests, width)
        edge = 0
        layer.place.each_index do |node|
          best = nil
          width.times do
            total = layer.prices[edge] + rests[layer.targets[edge]]
            if best.nil? || total < best
              best = total
              layer.ahead[node] = layer.targets[edge]
            end
            edge += 1
          end
          layer.rest[node] = best
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
