# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # A position other than first: unfamiliar ground. Half position is home on the bass and near it on the cello.
      class Position < Term
        noun 'note out of first position', 'notes out of first position'

        def cost(place, _note)
          return 0 if place.open? || place.hand.first?

          weight(place.hand.nut < 2 ? :half_position : :position)
        end

        def reason(place, _note) = "in #{place.hand.words}"
      end
    end
  end
end
