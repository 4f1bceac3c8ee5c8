# frozen_string_literal: true

module Fawnmoss
  module Score
    # A tune as it is played: repeats written out, first and second endings in their turn. What lies before a backward repeat
    # sign is played again from the forward sign before it, else from the start or the end of the last repeat.
    class Unfolding
      # Score::Tune -> Score::Tune without repeat signs; note ids occur again where bars do.
      def self.tune(tune)
        bars = new(tune.bars).order.map { |index| plain(tune.bars[index]) }
        tune.copy(bars: bars.freeze)
      end

      def self.plain(bar) = bar.copy(repeat_start: false, repeat_end: false, ending: nil)
      private_class_method :plain

      def initialize(bars)
        @bars = bars
      end

      # Indices of bars in the order of playing.
      def order
        start = 0
        played = []
        @bars.each_with_index do |bar, index|
          start = index if bar.repeat_start
          played << index
          next unless bar.repeat_end

          played.concat(again(start, index))
          start = index + 1
        end
        played
      end

      private

      # The second time through: without the first ending, which the second one follows.
      def again(start, last)
        first_ending = (start..last).find { @bars[_1].ending == '1' }
        (start...(first_ending || (last + 1))).to_a
      end
    end
  end
end
