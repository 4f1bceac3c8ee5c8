# frozen_string_literal: true

module Fawnmoss
  module Learning
    # Makes a studio's Hand out of the charts whose marks were kept, in the tastes that have become habits: the passive-aggressive rule that
    # Perceptron uses, on the shares by which prices move between their bounds. The same marks in the same order make the same hand.
    class Learner
      STEP = 0.12 # a price moves by this share for one chart at a time at the most
      ROUNDS = 3
      ASIDE = 0.1 # of the pull for a price of a taste that none of a chart's marks speaks of
      MOST = 30 # charts of one family, the latest

      # tastes: Tastes.
      def initialize(tastes)
        @tastes = tastes
      end

      # kept: Kept list in the order in which the marks were set; off: ids of the tastes that are not to move. Returns Hand.
      def learn(kept, off: [])
        habits = Habits.new(@tastes).list(kept).map(&:taste) - off
        @free = %i[fingers bows].to_h { |part| [part, free(part, habits, off)] }
        latest = kept.group_by(&:family).flat_map { |_, list| list.last(MOST) }
        ROUNDS.times.inject(Hand::NONE) { |hand, _| latest.inject(hand) { |moved, one| step(step(moved, :fingers, one), :bows, one) } }
      end

      private

      # Ids of the tastes that may move: where there is a habit, others give way to it a little.
      def free(part, habits, off)
        own = @tastes.all.select { _1.part == part }.map(&:id)
        own.intersect?(habits) ? own - off : []
      end

      def step(hand, part, kept)
        contrast = kept.correction.contrast(part, hand) or return hand
        shares = part == :bows ? hand.bows : hand.of(kept.family)
        pulls = pulls(part, contrast, kept)
        norm = pulls.values.sum { _1**2 }
        return hand if norm.zero?

        steps = pulls.to_h { |name, pull| [name, shares.fetch(name, 0.0) - (contrast.lacks * pull / norm).clamp(-STEP, STEP)] }
        hand.with(part, kept.family, shares.merge(steps))
      end

      # Hundredths that the whole share of each price adds to the teacher's way beyond the engine's; less for a taste that none of this chart's
      # marks speaks of; none for a price that is as far as it may go, or that its marks say nothing about.
      def pulls(part, contrast, kept)
        spoken = @tastes.movable(part, kept.signs.map(&:taste))
        free = @tastes.movable(part, @free[part] - kept.forgotten) - @tastes.unspoken(kept.signs)
        contrast.slopes.slice(*free).filter_map do |name, slope|
          pull = slope * @tastes.range(part, name) * (spoken.include?(name) ? 1 : ASIDE)
          [name, pull] if @tastes.room?(part, name, contrast.prices.fetch(name), up: pull.negative?)
        end.to_h
      end
    end
  end
end
