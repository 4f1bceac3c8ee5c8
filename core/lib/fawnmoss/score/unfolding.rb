# frozen_string_literal: true

module Fawnmoss
  module Score
    # A tune as it is played: repeats written out, endings in their turn, D.C. and D.S. followed. What lies before a backward repeat
    # sign is played again from the forward sign before it, else from the start, or from the end of the last repeat and its endings. After a jump back no repeat
    # is played again, and of several endings the last one.
    class Unfolding
      MOST = 20_000 # bars: no tune that is charted plays more

      # Score::Tune -> Score::Tune without repeat signs; note ids occur again where bars do.
      def self.tune(tune)
        bars = new(tune.bars).order.map { |index| plain(tune.bars[index]) }
        tune.copy(bars: bars.freeze, second: tune.second && tune(tune.second))
      end

      def self.plain(bar) = bar.copy(repeat_start: false, repeat_end: false, ending: nil, signs: [].freeze)
      private_class_method :plain

      def initialize(bars)
        @bars = bars
      end

      # Indices of bars in the order of playing.
      def order
        @jumped = false
        @gone_back = Hash.new(0) # from a repeat sign, by its bar: how many times
        @passes = Hash.new(0) # the same of all signs of endings side by side
        @start = 0 # where the stretch began that the next repeat sign goes back to
        played = []
        index = 0
        while index < @bars.size && played.size < MOST
          @start = index if @bars[index].repeat_start
          skipped = skipped?(index)
          played << index unless skipped
          index = skipped ? past_ending(index) : following(index)
        end
        played
      end

      private

      # An ending of another time through.
      def skipped?(index)
        times = @bars[index].times
        return false if times.empty?
        return !last_ending?(index) if @jumped

        !times.include?(1 + @passes[endings(index)])
      end

      # Bars of the endings side by side that one belongs to: their numbers rise.
      def endings(index) = groups[index]

      # By bar.
      def groups
        @groups ||= @bars.each_index.slice_when { |one, other| !follows?(one, other) }.flat_map { |run| [run.first..run.last] * run.size }
      end

      def follows?(one, other)
        before, after = [one, other].map { @bars[_1].times.first }
        before && after && before <= after
      end

      def last_ending?(index) = @bars[index].ending == @bars[endings(index).last].ending

      # The first bar after an ending that is left out.
      def past_ending(index)
        ending = @bars[index].ending
        index += 1 while index < @bars.size && @bars[index].ending == ending
        index
      end

      # The bar played next, beyond the last one at the end.
      def following(index)
        bar = @bars[index]
        return @bars.size if @jumped && bar.signs.include?(:fine)
        return coda || (index + 1) if @jumped && bar.signs.include?(:to_coda)
        return @start if again?(index)
        return jump(bar) if !@jumped && bar.signs.intersect?(%i[da_capo dal_segno])

        @start = index + 1 if bar.repeat_end || (bar.ending && index == endings(index).last)
        index + 1
      end

      # The last of several endings is not played again, whatever sign stands there.
      def again?(index)
        bar = @bars[index]
        return false if @jumped || !bar.repeat_end || @gone_back[index] >= [bar.times.size, 1].max
        return false if bar.ending && bar.times.min > 1 && last_ending?(index)

        @gone_back[index] += 1
        @passes[endings(index)] += 1
        true
      end

      def coda = @bars.index { _1.signs.include?(:coda) }

      # D.S. without a segno goes back to the start.
      def jump(bar)
        @jumped = true
        (bar.signs.include?(:dal_segno) && @bars.index { _1.signs.include?(:segno) }) || 0
      end
    end
  end
end
