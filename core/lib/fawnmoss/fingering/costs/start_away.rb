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

        def cost(place, note) = note.index.zero? && place.hand.nut > 2 ? @price : 0
        def reason(place, _from) = "starts in #{place.hand.words}"
      end
    end
  end
end
