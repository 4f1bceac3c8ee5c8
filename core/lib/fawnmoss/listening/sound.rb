# frozen_string_literal: true

module Fawnmoss
  module Listening
    # samples: Numo::SFloat of one channel, -1..1; rate: samples a second.
    Sound = Value.of(:samples, :rate) do
      def seconds = samples.size.fdiv(rate)

      # A part of it. from, to: seconds.
      def part(from, to)
        first, last = [from, to].map { (_1 * rate).round.clamp(0, samples.size) }
        copy(samples: first < last ? samples[first...last].dup : Numo::SFloat[])
      end

      # With one sample of so many kept, and what is too high for that taken out before: a windowed sinc (Hann) four kept samples wide to each side.
      def thinned(share)
        return self if share < 2

        weights = self.class.sinc(share)
        around = Numo::SFloat.zeros(weights.size / 2)
        padded = around.concatenate(samples, around)
        count = samples.size / share
        kept = weights.each_with_index.sum { |weight, at| padded[(at...(at + (count * share))) % share] * (weight / weights.sum) }
        copy(samples: kept, rate: rate.fdiv(share))
      end

      # Weights around the middle.
      def self.sinc(share)
        reach = 4 * share
        (-reach..reach).map do |at|
          turn = 0.9 * Math::PI * at / share
          (at.zero? ? 1 : Math.sin(turn) / turn) * (1 + Math.cos(Math::PI * at / (reach + 1)))
        end
      end
    end
  end
end
