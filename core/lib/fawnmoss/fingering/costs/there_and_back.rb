# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # Away to another string for one note and straight back: the tone changes colour twice. From open string to open
      # string nothing changes colour.
      class ThereAndBack < Term
        noun 'there-and-back crossing', 'there-and-back crossings'

        def cost(step) = !step.move.rest && back?(step) ? weight(:there_and_back) * step.move.pace / 100 : 0
        def reason(step) = "away to the #{string_name(step.from)} string for one note and back to the #{string_name(step.to)} string"

        private

        def back?(step) = step.before == step.to.string && step.from.apart(step.to).positive? && !(step.from.open? && step.to.open?)
      end
    end
  end
end
