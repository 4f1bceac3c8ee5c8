# frozen_string_literal: true

module Fawnmoss
  module Writing
    # One change of a sheet: bars from a place on that are replaced by others. at: index of the first; old, new: Bar lists.
    Edit = Value.of(:at, :old, :new) do
      # What leads from one list of bars to another.
      def self.between(before, now)
        same = before.zip(now).take_while { |old, new| old == new }.size
        left = [before.size, now.size].min - same
        tail = before.last(left).reverse.zip(now.last(left).reverse).take_while { |old, new| old == new }.size
        new(at: same, old: before[same...(before.size - tail)].freeze, new: now[same...(now.size - tail)].freeze)
      end

      # Sheet -> Sheet.
      def apply(sheet) = sheet.copy(bars: [*sheet.bars[0...at], *new, *sheet.bars[(at + old.size)..]].freeze)

      # What undoes it.
      def inverse = copy(old: new, new: old)
      def none? = old == new
    end
  end
end
