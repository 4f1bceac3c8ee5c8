# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # What every term shares: its weights and its name in a teacher's sentence.
      # Placing terms answer cost(place, note); moving terms cost(from, to, move); turning terms
      # cost(before, shifted, from, to, move). All costs are whole hundredths of a plain crossing, never negative.
      class Term
        class << self
          attr_reader :one, :many

          def noun(one, many)
            (@one = one
             @many = many)
          end
        end

        attr_reader :setting

        def initialize(setting)
          @setting = setting
        end

        private

        def weight(name) = setting.weights.fetch(name)
        def string_name(place) = setting.instrument.string_names[place.string]
      end
    end
  end
end
