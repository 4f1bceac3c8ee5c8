# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # The fourth finger of violin and viola for the pitch of the next string, and then on to that string: it has kept nothing, for the bow
      # crosses all the same. Not where it keeps a slur on its string, and not in the school "fourth".
      class IdleFourth < Term
        noun 'fourth finger that keeps nothing', 'fourth fingers that keep nothing'

        def initialize(setting)
          super
          @price = setting.instrument.weak_fourth && setting.fourth != 'fourth' ? weight(:idle_fourth) : 0
        end

        def cost(step)
          from = step.from
          from.finger == 4 && step.to.string > from.string && !step.move.joined && on_next_string?(from) ? @price : 0
        end

        def reason(step) = "the fourth finger, although the next note is on the #{string_name(step.to)} string anyway"

        private

        def on_next_string?(place) = !place.double? && setting.instrument.open[place.string + 1]&.midi == midi(place)
      end
    end
  end
end
