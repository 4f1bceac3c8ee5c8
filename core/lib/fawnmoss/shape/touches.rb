# frozen_string_literal: true

module Fawnmoss
  module Shape
    # What weight a note has in its bow, and what it gives away to the breath (guide page on playing together).
    class Touches
      DANCE = 0.75 # seconds: a beat no longer than this dances
      PAIR = 0.5 # seconds: notes no longer than this go in light pairs
      LIGHT = -2.0 # dB of the second note of a pair
      WEIGHT = 1.0 # dB of the first note of a bow, and of a first beat
      ACCENT = 2.0 # dB of a note with an accent, or that is loud at once
      SHORTER = 1/8r # of its length that a light note leaves
      BREATH = 1.2 # seconds: a note up to this long gives an eighth of its length, a longer one a sixteenth

      # solved: Solved; bowing: Bowing::Solved; tempo: quarters a minute.
      def initialize(solved, bowing, tempo)
        @solved = solved
        @heads = solved.heads
        @bowing = bowing
        @tempo = tempo
        strokes = bowing.planned.slice_when { |_, later| later.join != :slur }.map { |same| same.flat_map { _1.stroke.notes }.map { solved.at(_1) } }
        @firsts = strokes.select { _1.size > 1 }.to_set(&:first)
        @lights = strokes.select { pair?(_1) }.to_set(&:last)
      end

      # 'weight', 'light' or nil.
      def at(at)
        return 'light' if @lights.include?(at)

        'weight' if @firsts.include?(at) || @heads[at].strength == 2 || accent?(at)
      end

      # dB over what its level says.
      def decibels(at)
        return LIGHT if @lights.include?(at)

        accent?(at) ? ACCENT : { 'weight' => WEIGHT }.fetch(at(at), 0.0)
      end

      # Of its length, what a sound leaves for the breath after it, nil where there is none: at the end of a phrase that no rest and no slur goes over.
      def breath(at)
        after = @heads[at + 1]
        return unless after && @solved.wants.line(at).last == at && after.rest_before.zero? && @bowing.join(after.index) != :slur

        seconds(at) <= BREATH ? 1/8r : 1/16r
      end

      # Of its length, what a sound leaves in all.
      def shorter(at) = [breath(at) || 0r, @lights.include?(at) ? SHORTER : 0r].max

      private

      def seconds(at) = (@heads[at].duration * 60 / @tempo).to_f
      def accent?(at) = @heads[at].marks.include?(:accent) || @solved.wants.signs[at].sudden

      # Two notes of one length in a bow, in a tune that dances.
      def pair?(stroke)
        return false unless stroke.size == 2 && (@heads[stroke.first].meter.beat_length * 60 / @tempo) <= DANCE

        @heads[stroke.first].duration == @heads[stroke.last].duration && seconds(stroke.first) <= PAIR && stroke.none? { accent?(_1) }
      end
    end
  end
end
