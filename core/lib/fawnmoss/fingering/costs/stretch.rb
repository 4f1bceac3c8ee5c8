# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # A stretch: the fourth finger extended, finger 1 drawn back, or the cello hand open by a whole tone between 1 and 2.
      class Stretch < Term
        noun 'stretch', 'stretches'

        def initialize(setting)
          super
          @price = weight(setting.learnt.include?(:stretch) ? :known_stretch : :stretch)
        end

        def cost(place, _note) = place.placement == :extended ? @price : 0
        def reason(place, _note) = "finger #{place.finger} reaches out of the hand"
      end
    end
  end
end
