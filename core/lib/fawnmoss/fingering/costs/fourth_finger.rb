# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # The fourth finger of violin and viola: weak, short, tends to be flat. On cello and bass it is a finger like others.
      class FourthFinger < Term
        noun 'fourth finger', 'fourth fingers'

        def cost(place, _note)
          return 0 unless place.finger == 4 && setting.instrument.weak_fourth

          setting.fourth == 'open' ? weight(:fourth_finger) : weight(:known_fourth_finger)
        end

        def reason(_place, _note) = 'needs the fourth finger'
      end
    end
  end
end
