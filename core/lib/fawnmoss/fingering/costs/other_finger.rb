# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # The same note again, played elsewhere: one note keeps one finger.
      class OtherFinger < Term
        noun 'repeated note with another finger', 'repeated notes with another finger'

        def initialize(setting)
          super
          @price = weight(:other_finger)
        end

        def cost(step)
          from = step.from
          to = step.to
          return 0 if step.move.rest || from.double? || to.double? || (from.string == to.string && from.finger == to.finger)

          midi(from) == midi(to) ? @price : 0
        end

        def reason(_step) = 'the same note again with another finger'
      end
    end
  end
end
