# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Low 1, high 1, high 3, low 4: outside the plain frame of the hand.
      class OddFinger < Term
        noun 'finger out of the plain frame', 'fingers out of the plain frame'
        ODD = [[1, :low], [1, :high], [3, :low], [3, :high], [4, :low]].freeze

        def cost(step) = ODD.include?([step.to.finger, step.to.placement]) ? weight(:odd_finger) : 0
        def reason(step) = "finger #{step.to.finger} stands #{step.to.placement}"
      end
    end
  end
end
