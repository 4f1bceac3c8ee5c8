# frozen_string_literal: true

module Fawnmoss
  module Together
    # Whether a tune sounds well with itself, begun again after some bars, over and over as a round is sung. Every place where voices sound together
    # is listened to: on strong beats only consonances (a fourth or tritone only over a third voice that carries it), between them dissonances for a
    # small part of the time.
    class Round
      # One way of entering.
      Found = Value.of(
        :bars,    # after how many the next voice enters
        :voices,  # how many go together
        :entries, # numbers of the bars that the first voice has come to when another enters
        :strong,  # how many strong places were listened to
        :clashes, # of those, the ones that clash: [[bar, beat, names], ...]
        :hard,    # true where one of them is a second or seventh, which no further voice makes good
        :rough,   # share of the time between them, 0..1, in which two voices clash
        :alike,   # share of the time that two voices are an octave or unison apart
        :holds,   # true where it is a round
        :words    # a sentence
      ) do
        def to_h
          places = clashes.map { |bar, beat, names| { bar:, beat:, notes: names } }
          { bars:, voices:, entries:, holds:, strong:, clashes: places, rough: rough.to_f.round(3), alike: alike.to_f.round(3), words: }
        end
      end
      # A stretch in which nothing changes. spot: Ground::Spot in the first voice; length: quarters; midis, pitches: of all voices.
      Moment = Value.of(:spot, :length, :midis, :pitches)
      private_constant :Moment

      CLASHES = [1, 2, 10, 11].freeze # semitones, octaves left out
      TRITONE = 6
      CARRIED = [5, TRITONE].freeze # a fourth and a tritone, which a third voice under them makes good
      ROUGH = 1/5r # of the time: with more it is none
      VOICES = (2..4)
      MOST_BARS = 64
      MOST_TICKS = 100_000 # of the whole tune: more only where every bar is divided by another number
      ALIKE = 1/2r # of the time that two voices may be an octave or unison apart; more is the tune with itself, no round

      # tune: Score::Tune. Raises InvalidInput for a tune that no round can be made of.
      def initialize(tune)
        @tune = Score::Unfolding.tune(tune.alone)
        @ground = Ground.new(@tune)
        check
        @ticks = @ground.struck.flat_map { [_1.at, _1.stop] }.push(@tune.meter.bar_length).map(&:denominator).inject(1, :lcm) # in a quarter
        refuse if @ground.length * @ticks > MOST_TICKS
        @row = row
      end

      # Found list of those that hold, the most voices first; then the nearest to holding, so that one sees why not.
      def list
        return [] unless (@ground.length % @tune.meter.bar_length).zero? # the next time round would not begin with a bar

        found = (1..(@tune.bars.size / 2)).flat_map { |bars| looks(bars) }
        good, bad = found.partition(&:holds)
        good.empty? ? bad.min_by(1) { [_1.clashes.size, _1.rough] } : good.sort_by { [-_1.voices, _1.alike, _1.bars] }
      end

      private

      def check
        plain = @tune.meter_changes.empty? && @tune.pickup.zero? && !@tune.meter.free?
        refuse unless plain && @tune.bars.size.between?(2, MOST_BARS)
      end

      def refuse
        raise InvalidInput.new("a round is looked for in a tune of 2 to #{MOST_BARS} bars in one meter, without a pick-up", where: { field: 'tune' },
                                                                                                                     remedy: 'Take some of its bars.')
      end

      # What sounds in every tick of the tune: Ground::Struck or nil.
      def row
        row = Array.new(ticks(@ground.length))
        @ground.struck.each { |one| (ticks(one.at)...[ticks(one.stop), row.size].min).each { |tick| row[tick] = one } }
        row
      end

      def ticks(quarters) = (quarters * @ticks).to_i

      # With more voices it goes no better where two of them clash already. The tune is as long as it takes all voices to come in once, or no round.
      def looks(bars)
        VOICES.each_with_object([]) do |voices, found|
          break found if bars * voices > @tune.bars.size || found.any?(&:hard)

          moments = moments(bars, voices)
          found << found(bars, voices, moments) if moments.any?
        end
      end

      def found(bars, voices, moments)
        strong, weak = moments.partition { _1.spot.strength.positive? }
        clashes = clashes(strong)
        rough = share(weak) { |one, other| [*CLASHES, TRITONE].include?((one - other).abs % 12) }
        alike = share(moments) { |one, other| ((one - other) % 12).zero? }
        holds = clashes.empty? && rough <= ROUGH && alike <= ALIKE
        Found.new(bars:, voices:, entries: (1...voices).map { 1 + (bars * _1) }, strong: strong.size, rough:, alike:, holds:, clashes:,
                  hard: strong.any? { hard?(_1.midis) }, words: words(bars, voices, holds, clashes))
      end

      def hard?(midis) = midis.combination(2).any? { |one, other| CLASHES.include?((one - other).abs % 12) }

      def clashes(moments)
        moments.select { clash?(_1.midis) }.map { [_1.spot.bar.number, _1.spot.count, _1.pitches.map(&:to_s).uniq] }
      end

      # Of all the time that two voices sound together.
      def share(moments)
        pairs = moments.flat_map { |moment| moment.midis.combination(2).map { |pair| [pair, moment.length] } }
        all = pairs.sum(&:last)
        all.zero? ? 0 : pairs.select { |pair, _| yield(*pair) }.sum(&:last) / all
      end

      # What sounds together once all voices go round.
      def moments(bars, voices)
        shifts = (0...voices).map { ticks(@tune.meter.bar_length) * bars * _1 }
        starts = @ground.struck.map { ticks(_1.at) }
        places = shifts.flat_map { |shift| starts.map { (_1 + shift) % @row.size } }.uniq.sort
        [*places, @row.size].each_cons(2).filter_map { |from, to| moment(from, to, shifts) }
      end

      def moment(from, to, shifts)
        heard = shifts.filter_map { |shift| @row[(from - shift) % @row.size] }
        return if heard.size < 2

        spot = (@spots ||= {})[from] ||= @ground.spot(Rational(from, @ticks))
        Moment.new(spot:, length: Rational(to - from, @ticks), midis: heard.flat_map(&:midis), pitches: heard.flat_map(&:pitches))
      end

      def clash?(midis)
        low = midis.min
        hard?(midis) || midis.combination(2).any? { |one, other| CARRIED.include?((one - other).abs % 12) && [one, other].min == low }
      end

      def words(bars, voices, holds, clashes)
        after = bars == 1 ? '1 bar' : "#{bars} bars"
        return "It goes in #{voices} voices, each after #{after}." if holds
        return "In #{voices} voices after #{after} it is too rough between the beats, or too much the same." if clashes.empty?

        bar, beat, names = clashes.first
        many = clashes.size == 1 ? 'one strong beat clashes' : "#{clashes.size} strong beats clash"
        "In #{voices} voices after #{after} #{many}: the first in bar #{bar}, beat #{beat} (#{names.join(', ')})."
      end
    end
  end
end
