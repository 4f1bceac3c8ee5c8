# frozen_string_literal: true

module Fawnmoss
  module Bowing
    module Costs
      # Which way a stroke goes (guide page on bowing, rules 1, 3 and 6): a first beat wants a down-bow, most of all at the start of
      # the tune and of a phrase, and at the end; a long note wants a down-bow where there is a choice. As it comes, a stroke with much
      # bow wants it more than a small one. Rocking between two strings is easiest with the lower on the down-bow: a tie-breaker.
      module Direction
        LONG = 1.5 # seconds

        # weights: a table of data/bow_weights.yml. Hundredths.
        def self.cost(stroke, direction, weights)
          return stroke.rock == :high ? weights[:rock] : 0 if direction == :down

          beat(stroke, weights) + (stroke.seconds >= LONG ? weights[:long_up] : 0) + (stroke.rock == :low ? weights[:rock] : 0)
        end

        def self.beat(stroke, weights)
          price = stroke.strength == 2 ? first(stroke, weights) : stroke.strength * weights[:half_bar_up]
          (price + (stroke.last ? weights[:last_up] : 0)) * share(stroke, weights)
        end

        def self.first(stroke, weights)
          case stroke.opening
          when :firm then weights[:first_beat_up] + weights[:opening_up]
          when :light then weights[:light_opening_up]
          when :phrase then weights[:first_beat_up] + weights[:phrase_up]
          else weights[:first_beat_up]
          end
        end

        # Where bars come out as they come, small strokes matter less.
        def self.share(stroke, weights) = 1 - (weights[:by_bow] * (1 - stroke.ideal) / 200.0)
        private_class_method :beat, :first, :share
      end
    end
  end
end
