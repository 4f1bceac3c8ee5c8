# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Which finger trills: the one for the next note up in the key, on the same string in the same hand. On violin and viola the fourth is
      # weak for it, and a shift of hand is better where there is one; an open string changes colour under the finger.
      class Trill < Term
        noun 'awkward trill', 'awkward trills'

        def cost(step)
          place = step.to
          note = step.note
          return 0 unless note.trill && midi(place) == note.pitch.midi

          upper = Trills.place(place, note.trill, setting.instrument)
          return weight(:trill_out) unless upper
          return weight(:trill_fourth) if upper.finger == 4 && setting.instrument.weak_fourth

          place.open? ? weight(:trill_open) : 0
        end

        def reason(step) = step.to.open? ? "trills on the open #{string_name(step.to)} string" : 'trills with a weak finger or out of the hand'
      end
    end
  end
end
