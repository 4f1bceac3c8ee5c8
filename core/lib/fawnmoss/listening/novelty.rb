# frozen_string_literal: true

module Fawnmoss
  module Listening
    # How much of the sound is new every HOP seconds: strokes on the same pitch are to be heard there, while vibrato, which only moves partials to and fro, is
    # not. The rise of the spectrum in quarter tones against what was there two frames before or right beside it (SuperFlux: Böck and Widmer, Maximum
    # filter vibrato suppression for onset detection, DAFx 2013).
    class Novelty
      WINDOW = 0.046 # seconds that a spectrum is taken of
      LOWEST = 60.0 # Hz
      ENOUGH = 20_000.0 # samples a second: more are thinned out
      SHARE = 0.45 # of the rate: no higher
      STEP = 2**(1 / 24.0) # from one band to the next
      BEFORE = 2 # frames

      # sound: Sound. Returns a number a frame, 0 where nothing is new.
      def self.of(sound) = new(sound).list

      def initialize(sound)
        sound = sound.thinned((sound.rate / ENOUGH).floor)
        @rate = sound.rate
        @width = 2**Math.log2(@rate * WINDOW).round
        around = Numo::DFloat.zeros(@width / 2)
        @samples = around.concatenate(level(sound.samples.cast_to(Numo::DFloat)), around)
        @count = (sound.samples.size / (@rate * HOP)).floor
        @window = 0.5 - (0.5 * Numo::NMath.cos(Numo::DFloat.new(@width).seq * (2 * Math::PI / @width)))
        @edges = Numo::Int32.cast(edges)
      end

      def list
        last = []
        Array.new(@count) do |frame|
          now = bands(frame)
          last << [now, widened(now)]
          before = last.size > BEFORE ? last.shift.last : nil
          before ? (now - before).clip(0, nil).sum : 0.0
        end
      end

      private

      # As loud as any other take.
      def level(samples)
        samples -= samples.mean
        loud = Math.sqrt((samples**2).mean)
        loud.positive? ? samples / loud : samples
      end

      # Where bands begin and end, in lines of the spectrum.
      def edges
        top = @rate * SHARE
        bands = (Math.log(top / LOWEST) / Math.log(STEP)).ceil
        (0..bands).map { |band| (LOWEST * (STEP**band) * @width / @rate).round }.uniq
      end

      # How much there is in each band, as a logarithm.
      def bands(frame)
        from = ((frame + 0.5) * HOP * @rate).round
        sums = Numo::Pocketfft.rfft(@samples[from...(from + @width)] * @window).abs.cumsum
        Numo::NMath.log10(1 + (sums[@edges[1..]] - sums[@edges[0...-1]]))
      end

      # Each band as the loudest of itself and those beside it.
      def widened(bands)
        below = bands[0...-1].concatenate(bands[-1..])
        below[0...-1] = bands[1..]
        above = bands.dup
        above[1..] = bands[0...-1]
        Numo::DFloat.maximum(Numo::DFloat.maximum(bands, below), above)
      end
    end
  end
end
