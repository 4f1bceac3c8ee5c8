# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # The cello hand opens between two stopped notes that are not under finger 1: 2, 3 and 4 have to travel while one of them
      # sounds. From 1, or during an open string, the hand opens in peace.
      class Opening < Term
        noun 'hand opened in passing', 'hands opened in passing'

        def initialize(setting)
          super
          @price = weight(setting.learnt.include?(:stretch) ? :known_stretch : :stretch) * weight(:opening) / 100
        end

        def cost(from, to, move)
          return 0 if from.hand.form == :extended || to.hand.form != :extended || move.rest || from.finger < 2 || to.finger < 2

          @price
        end

        def reason(_from, to, _move) = "the hand opens on the way to finger #{to.finger}"
      end
    end
  end
end
