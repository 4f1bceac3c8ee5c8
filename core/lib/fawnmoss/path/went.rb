# frozen_string_literal: true

module Fawnmoss
  module Path
    # How a lesson went: what of it was reached, and what is carried over to the next one.
    # reached, carried: ids of items.
    Went = Value.of(:reached, :carried) do
      # items: Plan::Item list; seconds: { id => spent on it }; skills, tunes: ids that have a mark of this lesson; wanted: ids that the teacher wants
      # next time. What was not reached is carried over by itself when it would not come again of its own accord.
      #   Went.of(items, seconds: { 'tune 4' => 90 }).reached # => ["tune 4"]
      def self.of(items, seconds: {}, skills: [], tunes: [], wanted: [])
        reached = items.select { |item| seconds.fetch(item.id, 0) >= self::LONG_ENOUGH || item.skills.intersect?(skills) || tunes.include?(item.tune) }
        carried = items.select { |item| wanted.include?(item.id) || (!reached.include?(item) && lost?(item)) }
        new(reached: reached.map(&:id), carried: carried.map(&:id))
      end

      # It would not come again by itself.
      def self.lost?(item) = self::CARRIED.include?(item.kind) && (item.kind == 'own' || !item.skill.nil? || !item.tune.nil?)
      private_class_method :lost?
    end

    Went::LONG_ENOUGH = 20 # seconds: less is leafing through
    # Steps of first lessons, warm-ups, rests, talks, free playing and the card come again by themselves.
    Went::CARRIED = %w[sound scale review spots new tune own].freeze
  end
end
