# frozen_string_literal: true

module Fawnmoss
  module Learning
    # What a teacher's marks have in common, in sentences with their evidence.
    class Habits
      # taste: id; words: "You take the fourth finger rather than the open string, coming down: 9 of 11 times"; times, of: the marks for it
      # and all that speak of the taste; where: [{ chart:, title:, bars: }], the charts with the marks for it.
      Habit = Value.of(:taste, :words, :times, :of, :where)

      FEWEST = 2 # marks: one alone is no habit
      FALLING = 0.8 # of the marks: from here on "coming down" is said

      # tastes: Tastes.
      def initialize(tastes)
        @tastes = tastes
      end

      # kept: Kept list. Returns Habit list, the one with most evidence first; where both sides have as many marks there is no habit.
      def list(kept)
        pairs = kept.flat_map { |one| one.signs.map { [one.chart, _1] } }
        pairs.group_by { |_, sign| sign.taste }.filter_map { |taste, signs| habit(@tastes[taste], signs) }.sort_by { [-_1.times, _1.taste] }
      end

      private

      def habit(taste, pairs)
        sides = pairs.group_by { |_, sign| sign.one }
        side = sides.keys.max_by { sides[_1].size }
        mine = sides[side]
        return if mine.size < FEWEST || mine.size * 2 == pairs.size

        Habit.new(taste: taste.id, times: mine.size, of: pairs.size, where: where(mine), words: words(taste, side, mine, pairs.size))
      end

      def words(taste, side, mine, all)
        falling = ', coming down' if taste.part == :fingers && mine.size > 2 && mine.count { |_, sign| sign.falling } >= FALLING * mine.size
        "You #{side ? taste.one : taste.other}#{falling}: #{mine.size} of #{all} times"
      end

      def where(mine) = mine.group_by(&:first).map { |chart, signs| { **chart, bars: signs.map { |_, sign| sign.bar }.uniq.sort } }
    end
  end
end
