# frozen_string_literal: true

module Fawnmoss
  module Path
    # A scale or an arpeggio to play, in the words that Practice::Scale takes. keys: names such as 'D major', to choose among; kind: nil for
    # what the key says; octaves; begins, to, rhythm: words; slur: '1', '2', 'octave'.
    Line = Value.of(:keys, :kind, :octaves, :begins, :to, :rhythm, :slur) do
      # Raises InvalidInput naming the field for what cannot be written on any instrument.
      def self.build(keys:, kind: nil, octaves: 1, begins: 'open', to: 'tonic', rhythm: 'plain', slur: '1')
        keys.each { Theory::Key.parse(_1) }
        Practice::Rhythm.named(rhythm)
        Practice::SlurSteps.parse(slur)
        { kind:, octaves:, begins:, to: }.compact.each { |field, value| Practice::Scale.choice(field, value) }
        new(keys:, kind:, octaves:, begins:, to:, rhythm:, slur:)
      end

      # Each key with its strings and fingers going up; one that does not fit these positions is left out.
      #   line.in_fingers(catalogue, instrument: violin, positions: ['1']) # => ["D major: D 0 1 high 2 3, A 0 1 high 2 3."]
      def in_fingers(catalogue, instrument:, positions:)
        keys.filter_map do |key|
          scale = Practice::Scale.new(instrument:, key: Theory::Key.parse(key), kind:, octaves:, begins:, to:, positions:)
          Practice::InFingers.sentence(key, scale.exercise, catalogue, instrument:, positions:)
        rescue InvalidInput
          nil
        end
      end
    end
  end
end
