# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Low 1, high 1, high 3, low 4: outside the plain frame of the hand.
      class OddFinger < Term
        noun 'finger out of the plain frame', 'fingers out of the plain frame'
        ODD = [[1, :low], [1, :high], [3, :low], [3, :high], [4, :low]].freeze

        def cost(place, _note) = ODD.include?([place.finger, place.placement]) ? weight(:odd_finger) : 0
        def reason(place, _from) = "finger #{place.finger} stands #{place.placement}"
      end
    end
  end
end
