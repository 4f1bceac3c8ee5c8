# frozen_string_literal: true

module Fawnmoss
  module Learning
    # How far a studio's own marks have moved its prices. fingers: { family of instruments => { price => share } }; bows: { price => share };
    # a share is a part of the way between the least and the most that tastes.yml allows, -1.0 .. 1.0.
    Hand = Value.of(:fingers, :bows) do
      # To and from plain data, as it is stored.
      def self.from_h(data) = new(fingers: data.fetch('fingers').transform_values { shares(_1) }, bows: shares(data.fetch('bows')))
      def self.shares(data) = data.to_h { |name, share| [name.to_sym, share] }
      private_class_method :shares

      # Joins that it has made cheaper than the school has them, and where first beats want more to be down, those that bring that about: a
      # school without them uses them too.
      def opened
        return self.class::OPENS.keys if bows.fetch(:first_beat_up, 0).positive?

        self.class::OPENS.filter_map { |join, prices| join if prices.any? { bows.fetch(_1, 0).negative? } }
      end

      def none? = bows.empty? && fingers.each_value.all?(&:empty?)
      def of(family) = fingers.fetch(family, {})

      # With the shares of one family, or of the bows, replaced; what is next to nothing is left out.
      def with(part, family, shares)
        kept = shares.transform_values { _1.clamp(-1.0, 1.0).round(3) }.reject { |_, share| share.zero? }
        part == :bows ? copy(bows: kept) : copy(fingers: { **fingers, family => kept })
      end

      # With nothing of a taste left in it. taste: Tastes::Taste.
      def without(taste)
        kept = ->(shares) { shares.except(*taste.prices.keys) }
        taste.part == :bows ? copy(bows: kept[bows]) : copy(fingers: fingers.transform_values(&kept))
      end
    end

    Hand::OPENS = { hook: %i[hook_dotted hook_pair hook_up_up], slur: %i[own_slur own_slur_inner own_slur_middle own_slur_printed] }.freeze
    Hand::NONE = Hand.new(fingers: {}, bows: {})
  end
end
