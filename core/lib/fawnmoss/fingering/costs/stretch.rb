# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # A stretch: the fourth finger extended or finger 1 drawn back. A note of an opened cello hand costs little by itself: what
      # costs is opening it (Opening), least in first position, where extensions belong.
      class Stretch < Term
        noun 'stretch', 'stretches'

        def initialize(setting)
          super
          @price = stretch
        end

        def cost(step)
          place = step.to
          return 0 unless place.placement == :extended
          return @price unless place.hand.open_hand?

          weight(place.hand.first? ? :open_hand : :high_open_hand)
        end

        def reason(step)
          place = step.to
          place.hand.open_hand? ? "finger #{place.finger} in the open hand" : "finger #{place.finger} reaches out of the hand"
        end
      end
    end
  end
end
