# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Where the hand is at home in a tune. First position, but on the bass half position where B flat, E flat or low F are about (guide
    # page on fingering, Economy): where more notes can be stopped only there than only in first.
    module Home
      FIRST = '1'
      HALF = 'half'

      # pitches: written, of all notes; positions: names the chart may use. Returns '1' or 'half'.
      #   Home.of(bass, [Pitch.parse('Bb2')], %w[half 1]) # => "half"
      def self.of(instrument, pitches, positions)
        return FIRST unless instrument.hand.half_at_home? && positions.include?(HALF)
        return HALF unless positions.include?(FIRST)

        half, first = [HALF, FIRST].map { |name| stopped(instrument, pitches, name) }
        (half - first).sum { pitches.count(_1) } > (first - half).sum { pitches.count(_1) } ? HALF : FIRST
      end

      # Those that the hand stops in a position, none twice.
      def self.stopped(instrument, pitches, name)
        hands = instrument.hand.positions(name)
        pitches.uniq.select do |pitch|
          instrument.open.each_with_index.any? { |open, string| hands.any? { |hand| instrument.hand.places(pitch, open, string, hand).any? } }
        end
      end
      private_class_method :stopped
    end
  end
end
