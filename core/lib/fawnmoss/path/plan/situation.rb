# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # Everything a plan is made from. map: SkillMap; marks: Path::Mark list; today: Date; minutes: of the lesson; rules: Rules; holds:
      # Hold list; promises: Promise list; tunes: Work list, the one in hand first; age: years or nil; wishes: Wishes.
      Situation = Value.of(:map, :marks, :today, :minutes, :rules, :holds, :promises, :tunes, :age, :wishes) do
        # A pupil with nothing known but the path.
        def self.build(map, today:, minutes:, marks: [], rules: Rules::DEFAULTS, holds: [], promises: [], tunes: [], age: nil, wishes: Wishes::NONE)
          new(map:, marks:, today:, minutes:, rules:, holds:, promises:, tunes:, age:, wishes:)
        end

        def derive = @states = States.new(marks, today:, rules:, holds:, map:)
        def states = @states

        # The same pupil after a lesson that went well: skills looked at are marked 2, new ones 1, and promises are kept.
        def after(lesson)
          return self unless lesson

          new_marks = lesson.items.select(&:skill).map do |item|
            Mark.new(skill: item.skill, value: item.kind == 'new' ? 1 : rules.good, on: today, note: nil, checks: [], source: 'lesson')
          end
          copy(marks: marks + new_marks, promises: [])
        end
      end
    end
  end
end
