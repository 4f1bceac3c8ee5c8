# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # What every term shares: its weights and its name in a teacher's sentence.
      # Every term answers cost(step): whole hundredths of a plain crossing, never negative; and reason(step): a sentence on the Step that it
      # cost something for.
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
          @weights = setting.weights
        end

        # True when the term can never cost anything with its setting.
        def idle? = @price == 0 # rubocop:disable Style/NumericPredicate -- most terms have no single price

        private

        def weight(name) = @weights.fetch(name)
        # MIDI number of the written note of a place, and what a stretch costs this pupil.
        def midi(place) = setting.instrument.open[place.string].midi + place.semitones
        def stretch = weight(setting.learnt.include?(:stretch) ? :known_stretch : :stretch)
        def string_name(place) = setting.instrument.string_names[place.string]

        # What the term's pair(from, to) costs for the two places of a step; of double stops the dearest pair counts.
        def dearest_pair(step)
          return pair(step.from, step.to) unless step.from.double? || step.to.double?

          step.from.parts.product(step.to.parts).map { |one, other| pair(one, other) }.max
        end
      end
    end
  end
end
