# frozen_string_literal: true

module Fawnmoss
  module Learning
    # What prices add to the difference between two charts, found by moving each a little.
    module Slopes
      NUDGE = 20 # hundredths

      # table: { name => price }; names: of the prices to look at; the block answers a table with the difference, in hundredths.
      # Returns { name => hundredths for each hundredth of it }, without those that add nothing.
      def self.of(table, names = table.keys)
        now = yield table
        names.to_h { |name| [name, ((yield table.merge(name => table.fetch(name) + NUDGE)) - now).fdiv(NUDGE)] }.reject { |_, slope| slope.zero? }
      end
    end
  end
end
