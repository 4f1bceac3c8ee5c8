# frozen_string_literal: true

module Fawnmoss
  module Listening
    # Cuts a take into tones: stretches of one pitch with one beginning. A tone begins after a silence, where the pitch goes somewhere else
    # and stays there, or where a new stroke on the same pitch is to be heard. It is cut rather once too often: what belongs together is for
    # the alignment, which knows what is written.
    class Tones
      # start, finish: seconds; cents: 100 a semitone, A4 at 440 Hz is 6900, nil for a sound without a pitch; clarity: 0..1; loudness: dB;
      # border: how clearly it begins, SURE after a silence or another pitch, by how much it stands out for a stroke on the same one; frames: range of frames.
      Tone = Value.of(:start, :finish, :cents, :clarity, :loudness, :border, :frames) do
        def length = finish - start

        # Whether it has a pitch.
        def clear? = !cents.nil?
      end

      CLEAR = 0.8 # clarity: below it nothing is told of pitch
      UNDER = 45 # dB under the loudest: softer is silence
      FLOOR = -72 # dB: softer is silence, however soft the take
      AWAY = 60 # cents from where the tone was: another one, when it stays
      STAYS = 4 # frames that make another pitch a tone
      MEMORY = 20 # frames over which the pitch of a tone is averaged: a swing of vibrato
      GAP = 3 # frames of silence that end a tone
      SHORTEST = 3 # frames of a tone
      APART = 7 # frames between two strokes
      LOOK = 14 # frames to each side of a stroke in which it is to stand out
      DIP = 5.0 # dB by which loudness falls at a clear stroke
      UNSTEADY = 1.5 # how much it counts that the sound is ten times less steady
      NEW = 0.7 # how much it counts that a tenth of the bands rises tenfold
      NEWEST = 3.0 # and no more than this
      EDGE = 12 # frames from either end of a tone in which what is new is its own beginning, or the next one's
      RECENT = (6..25) # frames before, in which as much was new already: then it is no stroke
      STEADIEST = 0.003 # of a sound that could not be steadier
      STROKE = 0.9 # how much a stroke must stand out
      USUAL = 1.1 # of what is usual in a tone does not count
      BACK = 9 # frames before it can be told, in which a tone begins
      GIVES = 2.5 # times less steady than before: the sound before gives way
      SOUND = 14 # dB under what has a pitch: what is louder is a sound, even without one; softer is the room
      NOISE = 8 # frames of it
      GHOST = 0.25 # seconds of a tone that may be none
      LOWER = 650 # cents by which it lies under both its neighbours
      NEXT = 0.06 # seconds between it and them
      SURE = 2.4 # how clearly a tone begins after a silence or another pitch

      def self.of(frames) = new(frames).list

      def initialize(frames)
        @frames = frames
        @cents = frames.cents
        loudest = frames.loudness.max || FLOOR
        @heard = frames.size.times.map { |at| frames.clarity[at] >= CLEAR && frames.loudness[at] > [loudest - UNDER, FLOOR].max }
        @loud = (Middle.of(frames.size.times.select { @heard[_1] }.map { frames.loudness[_1] }) || loudest) - SOUND
      end

      # Tone list in order.
      def list
        clear = stretches
        unclear = between(clear.map(&:first)).map { |range| [range, SURE] }
        all = (clear.flat_map { |range, border| strokes(range, border) } + unclear).sort_by { _1[0].begin }
        without_ghosts(all.map { |range, border| tone(range, border) })
      end

      private

      # While one note dies away under the next, both together repeat as a far lower note would: such a tone belongs to the next one.
      def without_ghosts(tones)
        tones.each_with_index.with_object([]) do |(tone, at), kept|
          before = tones[at - 1] if at > 1
          ghost = before && ghost?(before, tones[at - 2], tone) && kept.pop
          kept << (ghost ? tone.copy(start: ghost.start) : tone)
        end
      end

      # tone: between the tones before and after.
      def ghost?(tone, before, after)
        return false unless [before, tone, after].all?(&:clear?) && tone.length < GHOST

        [before, after].all? { _1.cents - tone.cents > LOWER } && tone.start - before.finish < NEXT && after.start - tone.finish < NEXT
      end

      # [[range of frames, how clearly it begins], ...] of one pitch each.
      def stretches
        @found = []
        @open = nil # first frame of the tone that sounds
        @away = [] # frames just now somewhere else
        @quiet = 0
        @frames.size.times { |at| @heard[at] ? sounding(at) : silent(at) }
        close(@frames.size) if @open
        @found
      end

      def silent(at)
        @quiet += 1
        close(at - @quiet + 1) if @open && @quiet == GAP
      end

      def sounding(at)
        @quiet = 0
        return begin_at(at) unless @open
        return stay if (@cents[at] - here(at)).abs <= AWAY

        @away << at
        return if @away.size < STAYS || !together?

        from = @away.first
        close(from)
        begin_at(from)
      end

      def begin_at(at)
        @open = at
        @away = []
      end

      def stay = @away = []

      def close(at)
        @found << [@open...at, SURE] if at - @open >= SHORTEST
        @open = nil
        @away = []
      end

      # The pitch of the tone so far, before what is somewhere else.
      def here(at)
        last = (@away.first || at) - 1
        heard = ([@open, last - MEMORY + 1].max..[last, @open].max).filter_map { @cents[_1] if @heard[_1] }
        mean(heard)
      end

      # What is away is away at one place, and no jump to and fro.
      def together?
        last = @cents.values_at(*@away.last(STAYS))
        @away = @away.last(STAYS) if @away.size > STAYS && @away.last - @away.first > 2 * STAYS
        last.max - last.min < 2 * AWAY && @away.last - @away.first < 2 * STAYS
      end

      # Ranges in which something sounds that has no pitch.
      def between(ranges)
        edges = [0, *ranges.flat_map { [_1.begin, _1.end] }, @frames.size]
        runs = edges.each_slice(2).flat_map { |from, to| (from...to).chunk_while { |one, other| sound?(one) == sound?(other) }.to_a }
        runs.select { |run| sound?(run.first) && run.size >= NOISE }.map { |run| run.first...(run.last + 1) }
      end

      def sound?(at) = @frames.loudness[at] > @loud

      # The same cut where new strokes begin.
      def strokes(range, border)
        cuts = standing_out(peaks(range)).select { |_, mark| mark > STROKE }
        firsts = [[range.begin, border], *cuts.sort]
        firsts.each_with_index.map { |(from, mark), number| [from...(firsts[number + 1]&.first || range.end), mark] }
      end

      # [[frame, how much it looks like a stroke], ...], apart from one another.
      def peaks(range)
        marks = ((range.begin + APART)..(range.end - APART)).map { |at| [at, stroke(at, range)] }
        marks.sort_by { |at, mark| [-mark, at] }.each_with_object([]) do |(at, mark), found|
          near = found.any? { |other, _| (other - at).abs < APART }
          found << [at, mark] unless near
        end
      end

      # Vibrato makes a tone swell and sink all along: a stroke is more than that.
      def standing_out(peaks)
        middle = peaks.size > 3 ? Middle.of(peaks.map(&:last)) : 0
        peaks.map { |at, mark| [at, mark - (USUAL * middle)] }
      end

      # How much a stroke stands out here: 1 is clear.
      def stroke(at, range)
        around = [at - LOOK, range.begin].max..[at + LOOK, range.end - 1].min
        (dip(at, around) / DIP) + (UNSTEADY * loss(at, around)) + (NEW * risen(at, range))
      end

      # How much more is new here than was just before.
      def risen(at, range)
        return 0.0 if at < range.begin + EDGE || at >= range.end - EDGE

        new = @frames.novelty[(at - 3)..(at + 4)].max
        before = @frames.novelty[[at - RECENT.end, range.begin].max..(at - RECENT.begin)].max
        (new - before).clamp(0, NEWEST)
      end

      # dB by which loudness falls.
      def dip(at, around)
        loud = @frames.loudness
        ([loud[around.begin...at].max, loud[(at + 1)..around.end].max].min - loud[at]).clamp(0, 2 * DIP)
      end

      # How many times, as a power of ten, the sound is less steady than around.
      def loss(at, around)
        usual = [around.begin..(at - 4), (at + 4)..around.end].sum { |span| mean(@frames.steady[span]) } / 2
        Math.log10((1 + STEADIEST - @frames.steady[(at - 1)..(at + 1)].min) / (1 + STEADIEST - usual)).clamp(0, 2)
      end

      def mean(list) = list.sum / list.size

      def tone(range, border)
        frames = range.to_a
        middle = frames.size > 12 ? frames[(frames.size / 4)..-3] : frames
        Tone.new(start: onset(range), finish: range.end * HOP, cents: Middle.of(middle.filter_map { @cents[_1] if @heard[_1] }), border:,
                 clarity: Middle.of(middle.map { @frames.clarity[_1] }), loudness: Middle.of(middle.map { @frames.loudness[_1] }), frames: range)
      end

      # Where it begins: the sound before it begins to give way a little earlier than another can be told.
      def onset(range)
        first = range.begin
        earliest = [first - BACK, 0].max
        before = ((earliest - 8)...earliest).map { |at| @frames.steady[[at, 0].max] }
        usual = Middle.of(before)
        if usual > CLEAR # another tone
          limit = GIVES * (1 + STEADIEST - usual)
          first -= 1 while first > earliest && 1 + STEADIEST - @frames.steady[first - 1] > limit
        else
          quiet = (earliest..first).map { @frames.loudness[_1] }.min
          first -= 1 while first > earliest && @frames.loudness[first - 1] > quiet + 8
        end
        first * HOP
      end
    end
  end
end
