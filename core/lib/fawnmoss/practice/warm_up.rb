# frozen_string_literal: true

module Fawnmoss
  module Practice
    # The warm-up for a tune: scale and arpeggio of its key, always together, in the rhythm and bowing of its first bar.
    module WarmUp
      # tune: as charted; instrument; positions: names. Returns [scale, arpeggio] as Exercise, where the tune lies: in the octave that
      # leaves the fewest of its notes outside, or in two when that saves more than a quarter of them (ours). A pupil warms up with
      # the fingers the tune asks for, and few others.
      def self.for(tune, instrument:, positions:)
        key = Theory::Key.of(tune.key.tonic, tune.key.minor? ? 'minor' : 'major')
        wish = { instrument:, key:, positions:, rhythm: Rhythm.of(tune) }
        kind = key.minor? ? 'natural-minor' : 'major'
        span = around(tune.notes.reject(&:rest?).map { _1.pitch.midi }, kind:, **wish)
        [kind, 'arpeggio'].map { Scale.new(**wish, kind: _1, **span).exercise }
      end

      # { octaves:, begins: } around these MIDI numbers; the lower where two do as well.
      def self.around(notes, key:, **wish)
        spans = [1, 2].flat_map { |octaves| Scale.new(key:, octaves:, **wish).starts.map { |begins| { octaves:, begins: } } }
        spans.min_by.with_index do |span, at|
          low = Theory::Pitch.parse("#{key.tonic}#{span[:begins]}").midi
          [(4 * notes.count { !_1.between?(low, low + (12 * span[:octaves])) }) + (span[:octaves] * notes.size), at]
        end || {}
      end
      private_class_method :around
    end
  end
end
