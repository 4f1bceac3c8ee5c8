# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Low 1, high 1, high 3, low 4: outside the plain frame of the hand.
      class OddFinger < Term
        noun 'finger out of the plain frame', 'fingers out of the plain frame'
        ODD = { 1 => %i[low high], 3 => %i[low high], 4 => %i[low] }.each_value(&:freeze).freeze

        def cost(step) = ODD[step.to.finger]&.include?(step.to.placement) ? weight(:odd_finger) : 0
        def reason(step) = "finger #{step.to.finger} stands #{step.to.placement}"
      end
    end
  end
end
