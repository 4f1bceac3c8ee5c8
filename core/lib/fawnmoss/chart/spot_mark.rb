# frozen_string_literal: true

module Fawnmoss
  module Chart
    # What the teacher says about one spot: bars: printed numbers, in order; name: '' for the engine's word; drill: '' for the
    # engine's drill; dropped: true when it is no spot here. The engine's spot in the same bars gives way to it.
    SpotMark = Value.of(:bars, :name, :drill, :dropped) do
      # From plain data, as it is stored and sent.
      def self.from_plain(data) = new(**data.slice(*members.map(&:to_s)).transform_keys(&:to_sym))
      def to_plain = to_h.transform_keys(&:to_s)

      # The same spot where its bars now are; nil unless all are there, still side by side. bars: { printed bar before => now }.
      def carried(moved)
        now = bars.map { moved[_1] }
        copy(bars: now) if now.none?(&:nil?) && now.each_cons(2).all? { |a, b| b == a + 1 }
      end
    end
  end
end
