# frozen_string_literal: true

module Fawnmoss
  module Bowing
    module Costs
      # How a stroke joins the one before (guide page on bowing, rules 4 to 6). A plain change is free. Going on in the same
      # direction is a repair: cheap after the long note of a pair, as two equal up-bows before a bar line in triple time, or as two short
      # notes in one bow; elsewhere it is for the page or the teacher to ask for. A lift needs time: nearly free in a rest, more at the
      # end of a phrase; a recovery likewise. What the page or the teacher asks for costs next to nothing. weights: a table of
      # data/bow_weights.yml. Hundredths.
      module Join
        SHAPES = { dotted: :hook_dotted, pair: :hook_pair, up_up: :hook_up_up }.freeze
        LIFTS = { rest: :lift_rest, breath: :lift_breath, phrase: :lift_phrase, long_note: :lift_long_note }.freeze
        RECOVERIES = { breath: :recovery_breath, phrase: :recovery_breath }.freeze
        SLURS = { ending: :own_slur, inner: :own_slur_inner, middle: :own_slur_middle, other: :own_slur_printed }.freeze
        SHORT = 0.4 # seconds

        # Stopped, or hooked, in the same direction again.
        def self.same(stroke, direction, weights)
          link = stroke.link
          return 0 if %i[hook stop].include?(link.pinned)
          return weights[:asked_stop] if stroke.fixed == direction && link.asked_same

          price = link.shape == :up_up && direction == :down ? weights[:stop] : weights[SHAPES.fetch(link.shape, :stop)] - shared(link, weights)
          stroke.fixed == direction ? [price, weights[:wanted_stop]].min : price
        end

        # Taken into the bow of the note before.
        def self.own_slur(stroke, direction, weights)
          price = weights[SLURS.fetch(stroke.link.own_slur)] + (direction == :down ? weights[:own_slur_down] : 0)
          price += weights[:own_slur_long] if stroke.seconds > SHORT
          price - shared(stroke.link, weights)
        end

        # Two notes that share a bow are content with half each: what their lengths cost all the same is given back.
        def self.shared(link, weights) = weights[:departure] * link.crowd * link.crowd / 2
        private_class_method :shared

        # Two strokes that are fixed downwards are meant as a lift wherever there is time for one.
        def self.lift(stroke, weights)
          return 0 if stroke.link.pinned == :lift

          price = weights[LIFTS.fetch(stroke.link.time)]
          stroke.fixed == :down && stroke.link.asked_same ? [price, weights[:asked_lift]].min : price
        end

        def self.recovery(stroke, weights) = stroke.link.pinned == :recovery ? 0 : weights[RECOVERIES.fetch(stroke.link.time, :recovery_hurried)]

        # More for a join other than the one chosen for all bars of this rhythm.
        def self.other(stroke, join, weights) = stroke.link.usual.nil? || stroke.link.usual == join || stroke.link.pinned ? 0 : weights[:other_bowing]
      end
    end
  end
end
