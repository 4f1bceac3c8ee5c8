# frozen_string_literal: true

module Fawnmoss
  module Fingering
    module Costs
      # What every term shares: its weights and its name in a teacher's sentence.
      # Placing terms answer cost(place, note); gripping terms cost(grip, note); moving terms cost(from, to, move), where
      # from and to may be a Place or a Grip; the returning and the rushing term price(settled, move) and
      # applies?(before, from, to, move). All costs are whole hundredths of a plain crossing, never negative.
      # Every term answers reason(place, from): a sentence on the place it cost something for, come to from the one before.
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

        # What the term's pair(from, to) costs for two places; of double stops the dearest pair counts.
        def dearest_pair(from, to)
          return pair(from, to) unless from.double? || to.double?

          from.parts.product(to.parts).map { |one, other| pair(one, other) }.max
        end
      end
    end
  end
end
