# frozen_string_literal: true

module Fawnmoss
  module Learning
    # Makes a studio's Hand out of the charts whose marks were kept: the passive-aggressive rule that Perceptron uses, on the shares by which
    # prices move between their bounds. The same corrections in the same order make the same hand.
    class Learner
      STEP = 0.12 # a price moves by this share for one chart at a time at the most
      ROUNDS = 3
      ASIDE = 0.25 # of the pull for a price of a taste that none of a chart's marks speaks of
      MOST = 30 # charts of one family, the latest

      # tastes: Tastes.
      def initialize(tastes)
        @tastes = tastes
      end

      # corrections: [family of instruments, Correction, ids of the tastes that it does not count for] in the order in which they were made.
      # Returns Hand.
      def learn(corrections)
        kept = corrections.group_by(&:first).flat_map { |_, list| list.last(MOST) }
        ROUNDS.times.inject(Hand::NONE) { |hand, _| kept.inject(hand) { |moved, one| both(moved, *one) } }
      end

      private

      def both(hand, *one) = %i[fingers bows].inject(hand) { |moved, part| step(moved, part, *one) }

      def step(hand, part, family, correction, without)
        contrast = correction.contrast(part, hand) or return hand
        shares = part == :bows ? hand.bows : hand.of(family)
        pulls = pulls(part, contrast, without, correction.tastes)
        norm = pulls.values.sum { _1**2 }
        return hand if norm.zero?

        hand.with(part, family, shares.merge(pulls.to_h { |name, pull| [name, shares.fetch(name, 0.0) - (contrast.lacks * pull / norm).clamp(-STEP, STEP)] }))
      end

      # Hundredths that the whole share of each price adds to the teacher's way beyond the engine's; less for a taste that no mark speaks of;
      # none for a price that is as far as it may go.
      def pulls(part, contrast, without, spoken)
        names = @tastes.movable(part, without)
        aside = @tastes.movable(part, spoken)
        contrast.slopes.slice(*names).filter_map do |name, slope|
          pull = slope * @tastes.range(part, name) * (aside.include?(name) ? ASIDE : 1)
          [name, pull] if @tastes.room?(part, name, contrast.prices.fetch(name), up: pull.negative?)
        end.to_h
      end
    end
  end
end
