# frozen_string_literal: true

module Fawnmoss
  module Listening
    # Finds for every tone of a take the note that was meant. The cheapest way through (tone, place) by dynamic programming: on to the next note,
    # left out, wrong, something in between, the same note going on, back to an earlier one, one tone that is several notes. Prices are in
    # wrong notes, so to say; a way that costs much more than the best one so far is given up, which keeps the work in step with the length
    # of the take.
    class Alignment
      # One note as it was played. place: number of the place; tones: numbers of its tones; begun: seconds; from: how it was come to, :start :next :back :ahead
      # :under (no beginning of its own was heard); added: numbers of tones after it that belong to no note.
      Visit = Value.of(:place, :tones, :begun, :from, :added)
      # visits: in order; before: numbers of tones before the first note; after: after the last.
      Found = Value.of(:visits, :before, :after)

      SKIPS = 6 # notes that may be left out one by one
      GAP = 0.2 # seconds of silence, after which it is dearer still that a note goes on
      WAYS = 3 # ways to one place that are kept, which differ in when it began
      BEAM = 8.0 # over the best: given up

      Node = Struct.new(:cost, :place, :tone, :kind, :before, :begun)
      private_constant :Node

      # tones: Tone list; places: Written::Place list; pace: seconds a quarter; shift: cents by which all sounds higher than written; timed: 0..1, how
      # much the lengths count. Returns Found; nil without tones.
      def self.of(tones, places, pace:, shift: 0.0, timed: 1.0) = new(tones, places, pace, shift, timed).found

      def initialize(tones, places, pace, shift, timed)
        @tones = tones
        @places = places
        @pace = pace
        @shift = shift
        @timed = timed
        @lasting = tones.map { _1.clear? ? [_1.length / Prices::LASTS, 1].min : 0.1 }
        @so_far = @lasting.each_with_object([0]) { |lasting, sums| sums << (sums.last + lasting) } # before each tone, and in all
        twins = places.each_index.group_by { places[_1].entries }
        @twins = places.each_index.map { |at| twins[places[at].entries] - [at] }
      end

      def found
        @best_end = nil
        front = {}
        @tones.each_index do |tone|
          @tone = tone
          @prices = {}
          front = step(front)
          front.each_value { finish(_1) }
        end
        @best_end && read(@best_end.last)
      end

      private

      # front: { [place, when it began] => the cheapest Node there } of the tone before. Returns the same of this one.
      def step(front)
        @next = {}
        enter
        front.each_value { go_on(_1) }
        jump(front.values.min_by(&:cost)) unless front.empty?
        thin
        @next.values.sort_by(&:place).each { under(_1) }
        thin
        @next
      end

      # Gives up what is too dear, and what is dearer than a few others at its place.
      def thin
        least = @next.each_value.map(&:cost).min
        @next.reject! { |_, node| node.cost > least + BEAM }
        @next = @next.each_value.group_by(&:place).flat_map { |_, nodes| nodes.min_by(WAYS, &:cost) }.to_h { [[_1.place, _1.begun], _1] }
      end

      def put(place, cost, kind, before, begun)
        key = [place, begun]
        known = @next[key]
        @next[key] = Node.new(cost, place, @tone, kind, before, begun) if known.nil? || cost < known.cost
      end

      # How much it costs that this tone is meant to be that place.
      def price(place)
        @prices[place] ||= @tones[@tone].clear? ? Prices.pitch(@places[place].off(@tones[@tone].cents - @shift).abs) : Prices::UNCLEAR
      end

      def enter
        lead = Prices::AROUND * @so_far[@tone]
        @places.each_index do |place|
          cost = place <= 2 ? place * Prices::MISSED : Prices::ENTER + Prices::MISSED
          put(place, lead + cost + price(place), :start, nil, @tones[@tone].start) if place <= 2 || price(place) < Prices::WRONG
        end
      end

      def go_on(node)
        stay(node)
        onward(node, node.place, 0)
        @twins[node.place].each { onward(node, _1, Prices::FOLD) }
      end

      def stay(node)
        tone = @tones[@tone]
        cost = node.cost + (2 * [tone.start - @tones[node.tone].finish - GAP, 0].max)
        put(node.place, cost + Prices.held(tone.border), :held, node, node.begun) if written?(node, tone) || (node.kind != :added && goes_on?(node, tone))
        beside(node, tone, cost)
      end

      # A tone that belongs to no note: its time is not the note's.
      def beside(node, tone, cost)
        begun = node.begun + (tone.clear? ? tone.length : 0)
        put(node.place, cost + Prices.held(tone.border), :added, node, begun) if node.kind == :added && goes_on?(node, tone)
        put(node.place, cost + (ornament?(node.place, tone) ? 0.1 : Prices::ADDED * @lasting[@tone]), :added, node, begun)
      end

      # It can be the note of the place.
      def written?(node, tone) = !tone.clear? || @places[node.place].off(tone.cents - @shift).abs <= Prices::FAR

      # It can be the tone before going on.
      def goes_on?(node, tone)
        before = @tones[node.tone]
        !tone.clear? || !before.clear? || (tone.cents - before.cents).abs <= Prices::NEAR
      end

      def ornament?(place, tone)
        tone.clear? && [place, place + 1].any? { |at| @places[at]&.also&.any? { (tone.cents - @shift - (100 * _1)).abs <= Prices::FAR } }
      end

      def onward(node, from, cost)
        start = @tones[@tone].start
        cost += Prices.begun(@tones[@tone].border)
        (1..SKIPS).each do |skip|
          place = from + skip
          break if place >= @places.size

          time = @timed * time_of(start - node.begun, from, place)
          time += Prices::LONG if skip > 1 && long?(node)
          put(place, node.cost + cost + (Prices::MISSED * (skip - 1)) + price(place) + time, :next, node, start)
        end
      end

      # What is left out leaves its time empty, or no time at all.
      def time_of(passed, from, place)
        kept = Prices.time(passed, (@places[place].at - @places[from].at) * @pace)
        place == from + 1 ? kept : [kept, Prices.time(passed, (@places[from + 1].at - @places[from].at) * @pace)].min
      end

      # The note went on for longer than it is written.
      def long?(node) = @tones[node.tone].finish - node.begun > 1.3 * @places[node.place].length * @pace

      def jump(node)
        start = @tones[@tone].start
        faint = Prices.begun(@tones[@tone].border)
        faint += Prices::LONG if long?(node)
        faint += Prices::AT_ONCE if start - (node.begun + (@places[node.place].length * @pace)) < Prices::PAUSE
        @places.each_index do |place|
          next if price(place) >= Prices::WRONG || place == node.place + 1

          put(place, node.cost + (place <= node.place ? Prices::BACK : Prices::AHEAD) + price(place) + faint, place <= node.place ? :back : :ahead, node, start)
        end
      end

      # A tone so long that it is the next note of the same pitch too, and the one after that.
      def under(node)
        place = node.place + 1
        return if node.kind == :added || place == @places.size || [node.place, place].any? { price(_1) >= 0.9 * Prices::WRONG }

        length = ((@places[place].at - @places[node.place].at) * @pace).to_f
        return if length.zero? || @tones[@tone].finish - node.begun < length + (0.5 * @places[place].length * @pace)

        hidden(node, place, node.begun + length)
      end

      def hidden(node, place, begun)
        cost = node.cost + Prices::UNDER + price(place)
        known = @next[[place, begun]]
        return if known && cost >= known.cost

        put(place, cost, :under, node, begun)
        under(@next[[place, begun]])
      end

      def finish(node)
        left = @places.size - 1 - node.place
        cost = node.cost + (Prices::AROUND * (@so_far.last - @so_far[node.tone + 1])) + (left <= 2 ? left * Prices::MISSED : Prices::LEAVE + Prices::MISSED)
        @best_end = [cost, node] if @best_end.nil? || cost < @best_end[0]
      end

      def read(node)
        last = node
        nodes = [node]
        nodes << node while (node = node.before)
        Found.new(visits: visits(nodes.reverse), before: (0...nodes.last.tone).to_a, after: ((last.tone + 1)...@tones.size).to_a)
      end

      def visits(nodes)
        nodes.each_with_object([]) do |node, found|
          case node.kind
          when :held then found.last[:tones] << node.tone
          when :added then found.last[:added] << node.tone
          else found << { place: node.place, tones: [node.tone], begun: node.begun, from: node.kind, added: [] }
          end
        end.map { Visit.new(**_1) }
      end
    end
  end
end
