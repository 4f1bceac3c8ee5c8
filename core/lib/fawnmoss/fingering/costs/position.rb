# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # A position other than where the hand is at home (Home): unfamiliar ground beyond first; half and first are neighbours.
      class Position < Term
        noun 'note away from the home position', 'notes away from the home position'

        # A shift costs more at speed, and so does every note for which it is put off: where the hand stands is the same at any tempo.
        def cost(step)
          place = step.to
          return 0 if place.open? || place.hand.name == setting.home
          return weight(:position) * Move.pace(step.note.duration, setting.tempo) / 100 if place.hand.nut > 2

          weight(place.hand.first? ? :first_position : :half_position)
        end

        def reason(step) = "in #{step.to.hand.words}"
      end
    end
  end
end
