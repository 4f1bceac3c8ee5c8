# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Starting away from first position: the hand has to find its place before anything has sounded.
      class StartAway < Term
        noun 'start away from first position', 'starts away from first position'

        def initialize(setting)
          super
          @price = weight(:start_away)
        end

        def cost(step) = step.note.index.zero? && step.to.hand.nut > 2 ? @price : 0
        def reason(step) = "starts in #{step.to.hand.words}"
      end
    end
  end
end
