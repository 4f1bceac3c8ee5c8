# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # The cello hand opens forward by a whole tone between 1 and 2. Under 1 it may be open already and costs nothing more; in a rest
      # or while a string is open it opens in peace; between two other stopped notes 2, 3 and 4 have to travel while one of them
      # sounds. (A first finger that reaches back alone is a stretch of one note.)
      class Opening < Term
        noun 'hand opened', 'hands opened'

        def initialize(setting)
          super
          @price = stretch
        end

        def cost(step)
          from = step.from
          return 0 if step.to.hand.form != :extended || from.hand.form == :extended || from.finger == 1

          @price * weight(step.move.rest || from.open? ? :opened_in_peace : :opened_in_passing) / 100
        end

        def reason(step) = "the hand opens on the way to finger #{step.to.finger}"
      end
    end
  end
end
