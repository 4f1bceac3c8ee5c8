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
          @open = setting.instrument.open.map(&:midi)
        end

        def cost(from, to, move)
          return 0 if move.rest || from.double? || to.double? || (from.string == to.string && from.finger == to.finger)

          @open[from.string] + from.semitones == @open[to.string] + to.semitones ? @price : 0
        end

        def reason(_from, _to, _move) = 'the same note again with another finger'
      end
    end
  end
end
