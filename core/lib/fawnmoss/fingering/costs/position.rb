# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # A position other than first: unfamiliar ground.
      class Position < Term
        noun 'note out of first position', 'notes out of first position'

        def initialize(setting)
          super
          @price = weight(:position)
        end

        def cost(place, _note) = place.open? || place.hand.first? ? 0 : @price
        def reason(place, _note) = "in #{place.hand.words}"
      end
    end
  end
end
