# frozen_string_literal: true

module Fawnmoss
  module Score
    # Bars whose notes do not add up to their meter.
    module Sums
      NAMED = 8 # bars that do not add up, by name

      # bars: in order, of anything that has length, meter, repeat_start, repeat_end, ending. Short ones are right as a pick-up, at the end, before
      # another meter, and beside repeat signs and endings. Returns the indices of the others.
      def self.odd(bars)
        bars.each_index.reject do |index|
          full = bars[index].meter.bar_length
          bars[index].meter.free? || bars[index].length == full || (bars[index].length < full && short?(bars, index))
        end
      end

      def self.short?(bars, index)
        bar = bars[index]
        after = bars[index + 1]
        index.zero? || after.nil? || bar.repeat_end || bar.repeat_start || bar.ending || after.repeat_start || after.ending ||
          bars[index - 1].repeat_end || after.meter != bar.meter
      end
      private_class_method :short?

      # "5 quarters", "3 1/2 quarters", of so many quarters in a meter.
      def self.words(length, meter)
        name = { 1 => 'whole notes', 2 => 'half notes', 4 => 'quarters', 8 => 'eighths', 16 => 'sixteenths', 32 => 'thirty-seconds' }[meter.unit]
        "#{Fraction.mixed(length * meter.unit / 4)} #{name}"
      end

      # "Bar 3 holds 5 quarters, but 4/4 asks for 4 quarters." bar: one of the odd ones; number: as printed.
      def self.sentence(bar, number)
        name = number.zero? ? 'The pick-up bar' : "Bar #{number}"
        "#{name} holds #{words(bar.length, bar.meter)}, but #{bar.meter} asks for #{words(bar.meter.bar_length, bar.meter)}."
      end

      # [{ bar: its number as printed, words: what is wrong with it }, ...] of a tune's bars that do not add up.
      def self.named(bars) = odd(bars).map { { bar: bars[_1].number, words: sentence(bars[_1], bars[_1].number) } }

      # What a reader says of a tune's odd bars, a sentence each up to NAMED. bars: as of odd, which have a number besides.
      def self.notices(bars)
        found = named(bars)
        more = found.size - NAMED
        [*found.first(NAMED).map { "#{_1[:words]} It stands as it is." }, *("#{more} more bars do not add up." if more.positive?)]
      end
    end
  end
end
