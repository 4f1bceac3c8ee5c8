# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # The same finger, the same string, two pitches in a row: it has to slide. (A hand that opens for it is a stretch.)
      class Slide < Term
        noun 'sliding finger', 'sliding fingers'

        def cost(from, to, move) = move.rest ? 0 : dearest_pair(from, to)

        def reason(_from, to, _move) = "finger #{to.finger} slides to its new place"

        private

        def pair(from, to)
          slides = from.finger == to.finger && from.string == to.string && from.semitones != to.semitones && from.hand == to.hand
          slides ? weight(:slide) : 0
        end
      end
    end
  end
end
