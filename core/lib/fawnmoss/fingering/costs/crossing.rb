# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Crossing to another string: the right arm changes level. Faster notes leave less time; inside a slur the bow may
      # not stop for it. From open string to open string the left hand has nothing to do, and it costs half.
      class Crossing < Term
        noun 'string crossing', 'string crossings'

        def cost(from, to, move)
          return 0 if from.apart(to).zero?

          each = weight(:crossing) + (move.slurred ? weight(:slurred_crossing) : 0)
          each /= 2 if from.open? && to.open?
          each * move.pace / 100
        end

        def reason(to, from) = "crosses from the #{string_name(from)} to the #{string_name(to)} string"
      end
    end
  end
end
