# frozen_string_literal: true

module Fawnmoss
  module Practice
    # The warm-up for a tune: scale and arpeggio of its key, always together, in the rhythm and bowing of its first bar.
    module WarmUp
      # tune: as charted; instrument; positions: names. Returns [scale, arpeggio] as Exercise, where the tune lies: in the octave that
      # leaves the fewest of its notes outside, or in two when that saves more than a quarter of them (ours). A pupil warms up with
      # the fingers the tune asks for, and few others.
      # most: octaves at most.
      def self.for(tune, instrument:, positions:, most: 2)
        key = Theory::Key.of(tune.key.tonic, tune.key.minor? ? 'minor' : 'major')
        wish = { instrument:, key:, positions:, rhythm: Rhythm.of(tune) }
        kind = key.minor? ? 'natural-minor' : 'major'
        span = around(tune.notes.reject(&:rest?).map { _1.pitch.midi }, kind:, most:, **wish)
        [kind, 'arpeggio'].map { Scale.new(**wish, kind: _1, **span).exercise }
      end

      # The same as far as the pupil is: both, the scale alone, or nothing. taught: skill ids that the pupil has, nil for nobody in particular; what the
      # tune asks for itself may be in it too. catalogue: Catalogue, needed where taught is given.
      def self.within(chart, catalogue, taught)
        request = chart.request
        wish = { instrument: request.instrument, positions: request.positions }
        return self.for(chart.tune, **wish) if taught.nil?

        known = taught + chart.demand_bars.keys
        [2, 1].each do |most|
          scale, arpeggio = self.for(chart.tune, **wish, most:)
          next unless within?(scale, catalogue, request, known)

          return known.include?('scale.arpeggio') && within?(arpeggio, catalogue, request, known) ? [scale, arpeggio] : [scale]
        end
        []
      end

      # Scales of two octaves, and minor ones, are things to learn of their own.
      def self.within?(exercise, catalogue, request, known)
        found = exercise.chart(catalogue, instrument: request.instrument, version: request.version, positions: request.positions)
        return false if found.is_a?(Chart::Impossible)

        pitches = exercise.tune.notes.reject(&:rest?).map { _1.pitch.midi }
        own = ['scale.first', ('scale.two-octaves' if pitches.max - pitches.min > 12), ('scale.minor' if exercise.tune.key.minor?)].compact
        (own + found.demand_bars.keys - known).empty?
      end
      private_class_method :within?

      # { octaves:, begins: } around these MIDI numbers; the lower where two do as well.
      def self.around(notes, key:, most:, **wish)
        spans = (1..most).flat_map { |octaves| Scale.new(key:, octaves:, **wish).starts.map { |begins| { octaves:, begins: } } }
        spans.min_by.with_index do |span, at|
          low = Theory::Pitch.parse("#{key.tonic}#{span[:begins]}").midi
          [(4 * notes.count { !_1.between?(low, low + (12 * span[:octaves])) }) + (span[:octaves] * notes.size), at]
        end || {}
      end
      private_class_method :around
    end
  end
end
