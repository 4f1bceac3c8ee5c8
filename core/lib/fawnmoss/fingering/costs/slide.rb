# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # The same finger, the same string, two pitches in a row: it has to slide. (A hand that opens for it is a stretch.)
      class Slide < Term
        noun 'sliding finger', 'sliding fingers'

        def cost(from, to, move)
          slides = from.string == to.string && from.finger == to.finger && from.semitones != to.semitones && from.hand == to.hand
          slides && !move.rest ? weight(:slide) : 0
        end

        def reason(_from, to, _move) = "finger #{to.finger} slides to its new place"
      end
    end
  end
end
