# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # An open cello hand that closes between two stopped notes of one string: as long as it is open it plays 1-2-4; closing to 3
      # belongs to the next string, or to a moment when 1 or no finger is down.
      class Closing < Term
        noun 'hand closed in passing', 'hands closed in passing'

        def initialize(setting)
          super
          @price = weight(:closing)
        end

        def cost(step)
          from = step.from
          to = step.to
          return 0 if from.hand.form != :extended || to.hand.form == :extended || step.move.rest || from.finger < 2 || to.finger < 2 || from.apart(to).positive?

          @price
        end

        def reason(step) = "the hand closes on the way to finger #{step.to.finger}"
      end
    end
  end
end
