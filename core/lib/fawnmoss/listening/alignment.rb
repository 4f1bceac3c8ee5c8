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
      # visits: in order; cost: of the whole; before: numbers of tones before the first note; after: after the last.
      Found = Value.of(:visits, :cost, :before, :after)

      WRONG = 1.7 # another note than the written one
      NEAR = 45 # cents that cost next to nothing
      FAR = 90 # cents from which it is another note
      OCTAVE = 1.0 # the right note an octave off: more likely the ear that errs than the hand
      MISSED = 1.7 # a note left out
      ADDED = 1.5 # a tone that belongs to no note, when it lasts
      LASTS = 0.12 # seconds
      HELD = 1.0 # a note goes on over a clear border; over the faintest that is told at all, next to nothing
      FAINT = 0.9 # a note begins at the faintest border
      CLEAR = 1.9 # from which border on its beginning costs nothing
      UNDER = 1.2 # a note of the same pitch without a beginning of its own
      BACK = 2.0 # going back
      AT_ONCE = 0.6 # and without a moment's pause
      PAUSE = 0.25 # seconds
      AHEAD = 4.0 # jumping ahead
      FOLD = 0.2 # a repeat left out
      ENTER = 0.8 # starting anywhere, beside a note left out
      LEAVE = 1.5 # stopping anywhere
      AROUND = 1.2 # a tone before the start or after the end, when it lasts
      LATE = 1.2 # a note held twice as long as written, and more
      EARLY = 1.8 # half as long
      LONG = 0.8 # a note that goes on where the next is left out
      UNCLEAR = 0.5 # a sound without a pitch that stands for a note
      SLACK = 0.06 # seconds that cost nothing
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
        @lasting = tones.map { _1.clear? ? [_1.length / LASTS, 1].min : 0.1 }
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
        @best_end && read(@best_end)
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
        @prices[place] ||= begin
          return @prices[place] = UNCLEAR unless @tones[@tone].clear?

          off = @places[place].off(@tones[@tone].cents - @shift).abs
          if off <= NEAR then 0.1 * off / NEAR
          elsif off < FAR then WRONG * (off - NEAR) / (FAR - NEAR)
          elsif (off - 1200).abs <= NEAR then OCTAVE
          else WRONG + [0.0003 * off, 0.4].min
          end
        end
      end

      def enter
        lead = AROUND * @lasting[0...@tone].sum
        @places.each_index do |place|
          cost = place <= 2 ? place * MISSED : ENTER + MISSED
          put(place, lead + cost + price(place), :start, nil, @tones[@tone].start) if place <= 2 || price(place) < WRONG
        end
      end

      def go_on(node)
        stay(node)
        onward(node, node.place, 0)
        @twins[node.place].each { onward(node, _1, FOLD) }
      end

      def stay(node)
        tone = @tones[@tone]
        silence = 2 * [tone.start - @tones[node.tone].finish - GAP, 0].max
        held = node.cost + held(tone.border) + silence
        lost = tone.clear? ? tone.length : 0 # time that belongs to no note
        put(node.place, held, :held, node, node.begun) if written?(node, tone) || (node.kind != :added && goes_on?(node, tone))
        put(node.place, held, :added, node, node.begun + lost) if node.kind == :added && goes_on?(node, tone)
        put(node.place, node.cost + silence + (ornament?(node.place, tone) ? 0.1 : ADDED * @lasting[@tone]), :added, node, node.begun + lost)
      end

      # It can be the note of the place.
      def written?(node, tone) = !tone.clear? || @places[node.place].off(tone.cents - @shift).abs <= FAR

      # It can be the tone before going on.
      def goes_on?(node, tone)
        before = @tones[node.tone]
        !tone.clear? || !before.clear? || (tone.cents - before.cents).abs <= NEAR
      end

      def held(border) = HELD * [(border - Tones::STROKE) / (Tones::SURE - Tones::STROKE), 0.05].max
      def begun(border) = FAINT * [(CLEAR - border) / (CLEAR - Tones::STROKE), 0].max

      def ornament?(place, tone)
        tone.clear? && [place, place + 1].any? { |at| @places[at]&.also&.any? { (tone.cents - @shift - (100 * _1)).abs <= FAR } }
      end

      def onward(node, from, cost)
        start = @tones[@tone].start
        cost += begun(@tones[@tone].border)
        (1..SKIPS).each do |skip|
          place = from + skip
          break if place >= @places.size

          time = time_of(start - node.begun, from, place)
          time += LONG if skip > 1 && long?(node)
          put(place, node.cost + cost + (MISSED * (skip - 1)) + price(place) + time, :next, node, start)
        end
      end

      # What is left out leaves its time empty, or no time at all.
      def time_of(passed, from, place)
        kept = time(passed, (@places[place].at - @places[from].at) * @pace)
        place == from + 1 ? kept : [kept, time(passed, (@places[from + 1].at - @places[from].at) * @pace)].min
      end

      # The note went on for longer than it is written.
      def long?(node) = @tones[node.tone].finish - node.begun > 1.3 * @places[node.place].length * @pace

      def time(passed, written)
        written = written.to_f
        passed = passed.clamp(passed - SLACK, passed + SLACK).then { (_1 - written).abs <= SLACK ? written : _1 + (SLACK * (written <=> _1)) }
        change = Math.log2([passed, 0.02].max / [written, 0.02].max)
        @timed * (change.positive? ? LATE * [change, 1].min : EARLY * [-change, 2].min)
      end

      def jump(node)
        start = @tones[@tone].start
        faint = begun(@tones[@tone].border)
        faint += LONG if long?(node)
        faint += AT_ONCE if start - (node.begun + (@places[node.place].length * @pace)) < PAUSE
        @places.each_index do |place|
          next if price(place) >= WRONG || place == node.place + 1

          put(place, node.cost + (place <= node.place ? BACK : AHEAD) + price(place) + faint, place <= node.place ? :back : :ahead, node, start)
        end
      end

      # A tone so long that it is the next note of the same pitch too.
      def under(node)
        tone = @tones[@tone]
        return if price(node.place) >= 0.9 * WRONG || node.kind == :added

        from = @places[node.place]
        to = @places[node.place + 1] or return
        length = ((to.at - from.at) * @pace).to_f
        return if length.zero? || price(node.place + 1) >= 0.9 * WRONG || tone.finish - node.begun < length + (0.5 * to.length * @pace)

        begun = node.begun + length
        cost = node.cost + UNDER + price(node.place + 1)
        return unless @next[[node.place + 1, begun]].nil? || cost < @next[[node.place + 1, begun]].cost

        put(node.place + 1, cost, :under, node, begun)
        under(@next[[node.place + 1, begun]])
      end

      def finish(node)
        left = @places.size - 1 - node.place
        cost = node.cost + (AROUND * @lasting[(node.tone + 1)..].sum) + (left <= 2 ? left * MISSED : LEAVE + MISSED)
        @best_end = [cost, node] if @best_end.nil? || cost < @best_end[0]
      end

      def read(best)
        cost, node = best
        last = node
        nodes = [node]
        nodes << node while (node = node.before)
        visits = []
        nodes.reverse_each { visit(visits, _1) }
        Found.new(visits: visits.map { Visit.new(**_1) }, cost:, before: (0...nodes.last.tone).to_a, after: ((last.tone + 1)...@tones.size).to_a)
      end

      def visit(visits, node)
        case node.kind
        when :held then visits.last[:tones] << node.tone
        when :added then visits.last[:added] << node.tone
        else visits << { place: node.place, tones: [node.tone], begun: node.begun, from: node.kind, added: [] }
        end
      end
    end
  end
end
