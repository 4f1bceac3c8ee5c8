# frozen_string_literal: true

module Fawnmoss
  module Listening
    # How an instrument is tuned, out of how far its notes lie off their aims: where most of them lie together, open strings above all.
    module OwnTuning
      OPEN = 3.0 # what an open string weighs, a stopped note 1
      WIDTH = 6.0 # cents: how far apart notes may lie that lie together
      REACH = (-60..60) # cents of tuning that are looked at

      # offs: [[cents off its aim, whether on an open string], ...]. Returns cents.
      def self.of(offs)
        return 0.0 if offs.empty?

        weighed = offs.map { |cents, open| [cents, open ? OPEN : 1.0] }
        middle = REACH.max_by { |place| [weighed.sum { |cents, weight| weight * Math.exp(-0.5 * (((cents - place) / WIDTH)**2)) }, -place.abs] }
        near = weighed.select { |cents, _| (cents - middle).abs <= 1.5 * WIDTH }
        near.empty? ? middle.to_f : near.sum { |cents, weight| cents * weight } / near.sum(&:last)
      end

      # Where tones lie between the keys of a piano, before anything else is known. tones: Tone list. Returns cents, -50..50.
      def self.guess(tones)
        long = tones.select { _1.clear? && _1.length > 0.1 }
        return 0.0 if long.empty?

        (-50...50).max_by { |place| long.sum { |tone| tone.length * Math.cos(2 * Math::PI * (tone.cents - place) / 100) } }.to_f
      end
    end
  end
end
