# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # The same finger, the same string, two pitches in a row, and the hand stays: the finger slides, drawn back and forth or
      # reached further. A step of a chromatic line, or one that keeps its letter (low 2 to high 2), is written so and costs less.
      class Slide < Term
        noun 'sliding finger', 'sliding fingers'

        def cost(step)
          return 0 if step.move.rest

          slide = dearest_pair(step)
          step.move.chromatic ? [slide, weight(:chromatic_slide)].min : slide
        end

        def reason(step) = "finger #{step.to.finger} slides to its new place"

        private

        def pair(from, to)
          return 0 if from.finger != to.finger || from.string != to.string || from.semitones == to.semitones || !from.hand.same_spot?(to.hand)

          weight(chromatic?(from, to) ? :chromatic_slide : :slide)
        end

        # On violin and viola a finger that stays in the hand keeps its letter.
        def chromatic?(from, to) = from.hand.step && from.placement != :extended && to.placement != :extended
      end
    end
  end
end
