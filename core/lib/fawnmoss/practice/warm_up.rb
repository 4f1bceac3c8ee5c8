# frozen_string_literal: true

module Fawnmoss
  module Practice
    # The warm-up for a tune: scale and arpeggio of its key, always together, in the rhythm and bowing of its first bar.
    module WarmUp
      # tune: as charted; instrument; positions: names. Returns [scale, arpeggio] as Exercise, in as many octaves (two at most)
      # as the positions hold.
      def self.for(tune, instrument:, positions:)
        key = Theory::Key.of(tune.key.tonic, tune.key.minor? ? 'minor' : 'major')
        rhythm = Rhythm.of(tune)
        [key.minor? ? 'natural-minor' : 'major', 'arpeggio'].map { |kind| widest(instrument:, key:, kind:, positions:, rhythm:) }
      end

      def self.widest(**wish)
        Scale.new(**wish, octaves: 2).exercise
      rescue InvalidInput => e
        raise unless e.where[:field] == 'octaves'

        Scale.new(**wish, octaves: 1).exercise
      end
      private_class_method :widest
    end
  end
end
