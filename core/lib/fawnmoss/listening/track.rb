# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What sounds every HOP seconds of a take: pitch, clarity, loudness. The pitch of a frame is the period at which the sound is most like
    # itself: the first high peak of the normalised square difference (McLeod and Wyvill, A smarter way to find pitch, 2005), which is
    # 2 r(t) / m(t): r the autocorrelation, by Fourier transform, m the energy of what it compares. Then the peaks at whole multiples of
    # the period, as far as it stays like itself, make the period exact to a small part of a sample.
    class Track
      # cents: by frame, 100 a semitone, A4 at 440 Hz is 6900; nil where nothing repeats. clarity: 0..1, how much it repeats itself; steady: the same over the
      # longest stretch that was compared, which falls first when a stroke begins; loudness: dB below full scale; novelty: as of Novelty.
      Frames = Value.of(:cents, :clarity, :steady, :loudness, :novelty) do
        def size = cents.size
      end

      PERIODS = 3.2 # of the lowest note in a frame
      SHORTEST = 0.028 # seconds of a frame
      HIGHEST = 4200 # Hz: beyond it no peak is looked for
      SHARE = 0.93 # of the highest peak: the first peak that has it is the period
      FAINT = 0.3 # no peak under it counts
      COMPARED = 0.8 # of a frame: beyond it too little is left to compare
      STRETCH = 0.016 # seconds over which multiples of the period are looked at
      SILENCE = -80 # dB: nothing is looked for in softer frames
      SLACK = 0.2 # of a period by which a multiple may lie beside its place
      SAMPLES = 200 # in a period of the lowest note: more are not needed, and are thinned out
      TELLING = 200 # frames between two words of how far it is

      # sound: Sound; lowest: Hz, of the lowest note that can come; novelty: as of Novelty, for whoever looks at a sound twice; going: called with the share
      # that is done, 0..1. Returns Frames.
      def self.of(sound, lowest:, novelty: Novelty.of(sound), &going)
        new(sound.thinned((sound.rate / (lowest * SAMPLES)).floor), lowest).frames(novelty, &going)
      end

      def initialize(sound, lowest)
        @rate = sound.rate
        @samples = sound.samples.cast_to(Numo::DFloat)
        @samples -= @samples.mean
        @width = ([SHORTEST, PERIODS / lowest].max * @rate).round
        @lags = (@width * COMPARED).to_i
        @shortest = [(@rate / HIGHEST.to_f).floor, 2].max
        @longest = [(@rate / (lowest * 0.94)).ceil, @lags - 2].min
        @stretch = [(@rate * STRETCH).round, @longest + 2].max.clamp(0, @lags - 2)
        @fourier = 2**Math.log2(@width + @stretch + 2).ceil
      end

      # novelty: as of Novelty.
      def frames(novelty)
        prepare
        count = (@samples.size / (@rate * HOP)).floor
        found = Array.new(count) do |number|
          yield number.fdiv(count) if block_given? && (number % TELLING).zero?
          frame(number)
        end
        Frames.new(cents: found.map { _1[0] }, clarity: found.map { _1[1] }, steady: found.map { _1[2] }, loudness: found.map { _1[3] },
                   novelty: novelty.first(found.size))
      end

      private

      # Silence before and after, and the energy of everything up to a sample.
      def prepare
        around = Numo::DFloat.zeros(@width)
        @padded = around.concatenate(@samples, around)
        @energy = Numo::DFloat.zeros(1).concatenate((@padded**2).cumsum)
        @room = Numo::DFloat.zeros(@fourier)
        @count = @stretch + 2
      end

      # [cents, clarity, steady, loudness] of the frame in whose middle (number + 0.5) * HOP lies.
      def frame(number)
        from = (((number + 0.5) * HOP * @rate) - (@width / 2.0)).round + @width
        energy = @energy[from + @width] - @energy[from]
        loudness = 10 * Math.log10((energy / @width) + 1e-12)
        return [nil, 0.0, 0.0, loudness] if loudness < SILENCE

        likeness = likeness(from, energy)
        period, clarity, steady = period(likeness)
        [period && Cents.of(@rate / period), clarity, steady, loudness]
      end

      # By lag in samples, as an Array.
      def likeness(from, energy)
        @room[0...@width] = @padded[from...(from + @width)]
        spectrum = Numo::Pocketfft.rfft(@room)
        same = Numo::Pocketfft.irfft(spectrum * spectrum.conj)[0...@count]
        first = @energy[(from + @width - @count + 1)..(from + @width)].reverse - @energy[from]
        last = @energy[from + @width] - @energy[from...(from + @count)]
        (2 * same / (first + last + (1e-9 * energy) + 1e-15)).to_a
      end

      def period(likeness)
        peaks = (@shortest..@longest).select { |lag| (here = likeness[lag]) > FAINT && here > likeness[lag - 1] && here >= likeness[lag + 1] }
        return [nil, 0.0, 0.0] if peaks.empty?

        enough = SHARE * likeness.values_at(*peaks).max
        first, clarity = top(likeness, peaks.find { likeness[_1] >= enough })
        exact, steady = refined(likeness, first, clarity)
        [exact, clarity.clamp(0.0, 1.0), steady.clamp(0.0, 1.0)]
      end

      # Where and how high a peak is, by the parabola through three lags.
      def top(likeness, lag)
        before = likeness[lag - 1]
        here = likeness[lag]
        after = likeness[lag + 1]
        bend = before - (2 * here) + after
        return [lag, here] unless bend.negative?

        beside = 0.5 * (before - after) / bend
        [lag + beside, here - (0.25 * (before - after) * beside)]
      end

      # The period as the peaks at its multiples have it, each weighing as its number (least squares through zero), and the height of the last.
      def refined(likeness, period, clarity)
        sum = period
        weights = 1
        steady = clarity
        number = 2
        while (place = period * number) < @stretch
          lag = climb(likeness, place.round, period)
          at, height = top(likeness, lag)
          break if height < 0.5 * clarity || (at - place).abs > period * SLACK

          sum += at * number
          weights += number * number
          period = sum / weights
          steady = height
          number += 1
        end
        [period, steady]
      end

      def climb(likeness, lag, period)
        most = (period * SLACK).ceil + 1
        most.times do
          if likeness[lag + 1] > likeness[lag] && lag + 1 < @stretch then lag += 1
          elsif likeness[lag - 1] > likeness[lag] then lag -= 1
          else break
          end
        end
        lag
      end
    end
  end
end
