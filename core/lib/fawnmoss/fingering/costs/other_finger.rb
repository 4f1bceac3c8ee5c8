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

        def cost(from, to, move)
          return 0 if move.rest || from.double? || to.double? || (from.string == to.string && from.finger == to.finger)

          midi(from) == midi(to) ? @price : 0
        end

        def reason(_to, _from) = 'the same note again with another finger'
      end
    end
  end
end
