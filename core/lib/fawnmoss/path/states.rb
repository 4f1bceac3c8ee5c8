# frozen_string_literal: true

module Fawnmoss
  module Path
    # Derives states from marks by the rules of the guide's path page: steady, the last two marks 2 or more on different
    # days; secure, the last three 2 or more with a 3, over at least seven days; rusty, was that, nothing for 28 days.
    class States
      RULES = { secure_days: 7, rusty_days: 28 }.freeze

      # marks: Path::Mark list in any order; today: Date.
      def initialize(marks, today:, rules: RULES)
        @marks = marks.group_by(&:skill).transform_values { |list| list.sort_by.with_index { |mark, order| [mark.on, order] } }
        @today = today
        @rules = rules
      end

      # State of a skill id.
      #   States.new([], today:).of('bow.slur').name # => :untouched
      def of(skill)
        marks = @marks[skill]
        return State.new(name: :untouched, why: 'no marks yet') unless marks

        known = standing(marks)
        last = marks.last.on
        return rusty(known, last) if known != :started && (@today - last).to_i >= @rules[:rusty_days]

        State.new(name: known, why: "#{known} since #{day(since(marks, known))}: #{marks.last(3).map(&:value).join(', ')}", last_on: last)
      end

      def had?(skill) = of(skill).had?

      private

      def rusty(known, last) = State.new(name: :rusty, why: "was #{known}, nothing since #{day(last)}", last_on: last)

      def standing(marks)
        return :secure if secure?(marks.last(3))
        return :steady if steady?(marks.last(2))

        :started
      end

      def steady?(two) = two.size == 2 && two.all? { _1.value >= 2 } && two[0].on != two[1].on

      def secure?(three)
        three.size == 3 && three.all? { _1.value >= 2 } && three.any? { _1.value == 3 } && (three.last.on - three.first.on).to_i >= @rules[:secure_days]
      end

      # The day of the mark that brought the present standing.
      def since(marks, known)
        count = marks.size
        count -= 1 while count > 1 && standing(marks.first(count - 1)) == known
        marks[count - 1].on
      end

      def day(date) = date.strftime('%-d %B')
    end
  end
end
