# frozen_string_literal: true

module Fawnmoss
  module Path
    # When a skill that was taken up wants to be looked at again: 1, 3, 7, 14, 28 days after marks that succeed, tomorrow after one
    # that fails.
    # skill: id; due: Date; interval: days between the last use and due; over: days past due on the day asked, 0 or more; why: the evidence in words.
    Review = Value.of(:skill, :due, :interval, :over, :why) do
      # Those due by a day, the longest overdue first. map: SkillMap; states: States; today: Date.
      def self.due(map, states, today:, rules: Rules::DEFAULTS) = all(map, states, today:, rules:).reject { _1.due.jd > today.jd }

      # Those of every skill taken up that pain does not hold, the most overdue first, then what comes due next; of what was placed on one day first
      # what lies furthest on, which is the least certain.
      def self.all(map, states, today:, rules: Rules::DEFAULTS)
        states.touched.filter_map { |id| of(id, states, today, rules) if map.include?(id) && !states.held?(id) && !states.shown?(id) }
              .sort_by { |review| [review.due.jd, map[review.skill].order * (states.marks(review.skill).last.placed? ? -1 : 1)] }
      end

      def self.of(id, states, today, rules)
        last = states.marks(id).last
        good = states.good_in_a_row(id)
        interval = rules.review_in(good)
        due = (good.zero? ? last.on : states.used_on(id)) + interval
        new(skill: id, due:, interval:, over: [today.jd - due.jd, 0].max, why: words(last, good))
      end

      def self.words(last, good)
        day = last.on.strftime('%-d %B')
        return "it was #{last.value} on #{day}" if good.zero?
        return "placed as had on #{day}" if last.placed?

        "good #{good} #{good == 1 ? 'day' : 'days'} in a row, last on #{day}"
      end
      private_class_method :of, :words
    end
  end
end
