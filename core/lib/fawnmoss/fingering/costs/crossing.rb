# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Crossing to another string: the right arm changes level. Faster notes leave less time; inside a slur the bow may
      # not stop for it. From open string to open string the left hand has nothing to do, and it costs half.
      class Crossing < Term
        noun 'string crossing', 'string crossings'

        def cost(step)
          return 0 if step.from.apart(step.to).zero?

          each = weight(:crossing) + (step.move.slurred ? weight(:slurred_crossing) : 0)
          each /= 2 if step.from.open? && step.to.open?
          each * step.move.pace / 100
        end

        def reason(step) = "crosses from the #{string_name(step.from)} to the #{string_name(step.to)} string"
      end
    end
  end
end
