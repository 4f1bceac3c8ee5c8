# frozen_string_literal: true

module Fawnmoss
  module Shape
    # What every sound wants: how loud to be, and how much there is for it to be the one that its phrase grows to (guide page on playing together).
    class Wants
      attr_reader :heads, :lines, :signs

      # tune: Score::Tune with what is pencilled on it; heads: Score::Played list, one for each sound; phrases: Analysis::Phrases::Phrase list; prices:
      # data/shape.yml.
      def initialize(tune, heads, phrases, prices)
        @heads = heads
        @lines = Line.list(heads, phrases)
        @goal = prices.fetch('goal')
        @curve = prices.fetch('curve')
        @signs = Written.list(tune, heads, hairpin: @curve['hairpin'])
        @usual = heads.map(&:duration).sort[heads.size / 2]
        @line_of = @lines.flat_map { |line| [line] * line.size }
      end

      def line(at) = @line_of[at]

      # Points for being the goal of its phrase.
      def goal(at) = (@goals ||= {})[at] ||= goal_reasons(at).sum { |_, points| points } + [height(at), 0].min + place(at)

      # [[words, points], ...] of what speaks for it, the strongest first.
      def goal_reasons(at)
        note = @heads[at]
        beat = { 2 => ['on a first beat', @goal['first_beat']], 1 => ['on a strong beat', @goal['strong']] }[note.strength]
        [beat, [highest?(at) ? 'the highest of its phrase' : 'high', height(at)], ['long', length(at)]].select { _1&.last&.positive? }.sort_by { -_1.last }
      end

      # Levels on which a phrase stands, where nothing is written: half loud, softer when it says the same again.
      def ground(at) = @signs[at].ground || (line(at).same && !written? ? Levels::PLAIN - @curve['same_again'] : Levels::PLAIN)

      # The level that a sound wants. goal: as the goal of its phrase.
      def level(at, goal: false)
        return ground(at) + @curve['lift'] if goal

        ground(at) + rise(at) - edge(at)
      end

      def last?(at) = line(at).last == at && line(at).size > 1
      def first?(at) = line(at).first == at && line(at).size > 1
      def written? = @written.nil? ? (@written = @signs.any? { _1.dynamic || _1.way || _1.sudden }) : @written

      private

      # Points for how high it lies in its phrase, less than nothing for a low note.
      def height(at) = ((@heads[at].pitch.midi - line(at).middle).clamp(-@goal['highest'], @goal['highest']) * @goal['semitone']).round

      # Levels for how high it lies in its phrase.
      def rise(at) = ((@heads[at].pitch.midi - line(at).middle) / @curve['semitones'].to_f).clamp(-@curve['rises'], @curve['rises'])

      # Levels that it is softer because its phrase begins or ends there.
      def edge(at)
        return @curve[@heads[at].strength.zero? ? 'ends_weak' : 'ends'] if last?(at)
        return 0 unless first?(at)

        @curve['begins'] + (@heads[at].strength.zero? ? 1 : 0)
      end

      # Nothing before the middle, at an end.
      def place(at)
        line = line(at)
        return 0 if line.size == 1
        return @goal['ends'] if line.last == at
        return @goal['begins'] if line.first == at

        at - line.first < (line.size - 1) / 2.0 ? @goal['early'] : 0
      end

      def length(at)
        times = [@heads[at].duration / @usual, 3r].min - 1
        times.positive? ? (times * @goal['long']).round : 0
      end

      def highest?(at) = @heads[at].pitch.midi == line(at).top
    end
  end
end
