# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # A long sung note lies better under the second or third finger than under another or on an open string, for a hand that has vibrato.
      class Sung < Term
        noun 'long note that does not swing', 'long notes that do not swing'

        SWING = [2, 3].freeze

        def idle? = !setting.learnt.include?(:vibrato) || super

        def cost(step) = !SWING.include?(step.to.finger) && setting.long?(step.note) ? weight(:long_without_vibrato) : 0

        def reason(_step) = 'a long note without room for vibrato'
      end
    end
  end
end
