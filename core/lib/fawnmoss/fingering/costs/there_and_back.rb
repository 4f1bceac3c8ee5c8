# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Away to another string for one note and straight back: the tone changes colour twice.
      class ThereAndBack < Term
        noun 'there-and-back crossing', 'there-and-back crossings'

        # before: the string (0 = lowest) of the note before from, or nil.
        def cost(before, _shifted, from, to, move)
          return 0 if before.nil? || move.rest || before != to.string || from.string == to.string

          weight(:there_and_back) * move.pace / 100
        end

        def reason(_before, from, to, _move) = "away to the #{string_name(from)} string for one note and back to the #{string_name(to)} string"
      end
    end
  end
end
