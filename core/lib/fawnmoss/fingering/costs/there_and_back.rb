# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Away to another string for one note and straight back: the tone changes colour twice. From open string to open
      # string nothing changes colour.
      class ThereAndBack < Term
        noun 'there-and-back crossing', 'there-and-back crossings'

        def price(_settled, move) = move.rest ? 0 : weight(:there_and_back) * move.pace / 100

        # before: the string (0 = lowest) of the note before from.
        def applies?(before, from, to, _move) = before == to.string && from.apart(to).positive? && !(from.open? && to.open?)

        def reason(to, from) = "away to the #{string_name(from)} string for one note and back to the #{string_name(to)} string"
      end
    end
  end
end
