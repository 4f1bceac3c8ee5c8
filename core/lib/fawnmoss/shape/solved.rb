# frozen_string_literal: true

module Fawnmoss
  module Shape
    # The shape of a tune before the bow is planned: how loud every sound is, and what that means for the bow.
    class Solved
      BY_SPEED = 0.5 # of a difference in loudness is made by more or less bow; the rest by where it lies (see Zones)

      attr_reader :heads, :lines, :levels, :wish, :wants

      # tune: Score::Tune with what is pencilled on it; heads: Score::Played list, one for each sound; phrases: Analysis::Phrases::Phrase list;
      # wish: Wish; prices: data/shape.yml.
      def initialize(tune, heads, phrases, wish, prices)
        @heads = heads
        @wish = wish
        @wants = Wants.new(tune, heads, phrases, prices)
        set = heads.each_with_index.filter_map { |head, at| [at, wish.levels[head.id]] if wish.levels.key?(head.id) }.to_h
        @curve = Curve.new(@wants, prices, set:)
        @lines = @wants.lines
        @levels = @curve.levels.freeze
        @goals = @curve.goals.freeze
      end

      # { index of a sound's lowest note => share of its usual bow }.
      def bows = @bows ||= @heads.zip(@levels).to_h { |head, level| [head.index, Solved.bow(level)] }.freeze

      # What of its usual bow a note of a level takes: the amplitude of a bowed string grows with the speed of the bow (Helmholtz motion; Cremer, The
      # Physics of the Violin, from memory), so so many dB more are so many dB more of speed.
      #   Solved.bow(5) # => 1.0
      def self.bow(level) = 10**(Levels.decibels(level) * BY_SPEED / 20)

      def prices(at) = @curve.prices(at)
      def set?(at) = @curve.set?(at)
      def written? = @wants.written?

      # Of each phrase: how many levels it grows to its goal, and falls from there.
      def rise(line) = @levels[goal(line)] - @levels[line.first]
      def fall(line) = @levels[goal(line)] - @levels[line.last]
      def goal(line) = @goals.fetch(line)
      def goal?(at) = goal(@wants.line(at)) == at

      # The number of a sound, by the index of its lowest note.
      def at(index) = (@at ||= @heads.each_with_index.to_h { |head, number| [head.index, number] }).fetch(index)

      # Words for what makes the level of a sound what it is.
      def reasons(at) = Words.reasons(self, at)

      # The tune with hairpins and dynamics where the page has none in a phrase: Score::Tune.
      def on(tune) = Signs.on(tune, self)
    end
  end
end
