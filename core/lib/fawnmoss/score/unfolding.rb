# frozen_string_literal: true

module Fawnmoss
  module Score
    # A tune as it is played: repeats written out, first and second endings in their turn. What lies before the first repeat
    # sign backwards is repeated from the sign forwards, else from the start.
    module Unfolding
      # Score::Tune -> Score::Tune without repeat signs; note ids occur again where bars do.
      def self.tune(tune)
        bars = order(tune.bars).map { |index| plain(tune.bars[index]) }
        tune.class.new(**tune.to_h, bars: bars.freeze)
      end

      # Indices of bars in the order of playing.
      def self.order(bars)
        played = []
        start = 0
        index = 0
        turned = false
        while index < bars.size
          bar = bars[index]
          start, turned = index, false if bar.repeat_start && index != start
          if turned && bar.ending == '1'
            index += 1
            index += 1 while bars[index] && bars[index - 1].repeat_end == false && bars[index].ending.nil?
            next
          end
          played << index
          if bar.repeat_end && !turned
            turned = true
            index = start
          else
            start, turned = index + 1, false if bar.repeat_end && bars[index + 1]&.ending.nil?
            index += 1
          end
        end
        played
      end

      def self.plain(bar) = bar.class.new(**bar.to_h, repeat_start: false, repeat_end: false, ending: nil)
      private_class_method :order, :plain
    end
  end
end
