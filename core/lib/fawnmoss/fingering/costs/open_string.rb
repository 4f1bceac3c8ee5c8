# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # An open string: easy and ringing, but its colour is its own; in the "fourth" school it is kept for want of a finger.
      class OpenString < Term
        noun 'open string', 'open strings'

        def cost(place, note)
          return 0 unless place.open?

          price = setting.fourth == 'fourth' && place.string.positive? ? weight(:unwanted_open_string) : weight(:open_string)
          note.duration * 60 / setting.tempo >= 1 ? price + weight(:long_open_string) : price
        end

        def reason(place, _note) = "open #{string_name(place)}"
      end
    end
  end
end
