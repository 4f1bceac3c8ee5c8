# frozen_string_literal: true

module Fawnmoss
  module Practice
    # How long pieces take one after the other.
    module Programme
      # Seconds that a tune takes with its repeats. tempo: quarters a minute at its beginning, nil for the printed or the usual one; where the tempo
      # changes on the way, all of it goes in proportion. instrument: Instrument::Instrument.
      #   Programme.seconds(tune, violin, tempo: 60) # => 32
      def self.seconds(tune, instrument, tempo: nil)
        quarters = PlayAlong.of_tune(tune, instrument).length
        (quarters * 60 / (tempo || tune.tempo || Chart::Solve::TEMPO)).round
      end

      # Seconds of the whole: pieces, and between each two of them so many for coming and going.
      def self.total(pieces, between) = pieces.sum + (between * [pieces.size - 1, 0].max)
    end
  end
end
