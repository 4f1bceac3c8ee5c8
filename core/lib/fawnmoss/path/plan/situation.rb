# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # Everything a plan is made from. map: SkillMap; marks: Path::Mark list; today: Date; minutes: of the lesson; rules: Rules; holds:
      # Hold list; promises: Promise list; tunes: Work list, the one in hand first; wishes: Wishes; first_lessons: FirstLessons, or nil for a pupil
      # who has none; age: years or nil; states: States of the marks, worked out unless they are given.
      Situation = Value.of(:map, :marks, :states, :today, :minutes, :rules, :holds, :promises, :tunes, :wishes, :first_lessons, :age) do
        # A pupil with nothing known but the path.
        def self.build(map, today:, minutes:, marks: [], rules: Rules::DEFAULTS, holds: [], promises: [], tunes: [], wishes: Wishes::NONE,
                       first_lessons: nil, age: nil, states: nil)
          new(map:, marks:, states:, today:, minutes:, rules:, holds:, promises:, tunes:, wishes:, first_lessons:, age:)
        end

        # Skill ids that the teacher added or promised.
        def asked = wishes.added + promises.select { _1.kind == 'skill' }.map(&:ref).uniq

        # The lesson is one of a beginner's first.
        def first? = @first

        # As of any value; other evidence has other states.
        def copy(**changes)
          renewed = changes.keys.intersect?(self.class::EVIDENCE) ? { states: nil } : {}
          self.class.new(**to_h, **renewed, **changes)
        end

        def derive
          self[:states] ||= States.new(marks, today:, rules:, holds:, map:)
          @first = !first_lessons.nil? && first_lessons.for?(map, states)
        end

        # The same pupil at another day's lesson, after one that went well: skills looked at are marked 2, new ones 1, promises are kept, and
        # nothing is wished yet.
        def after(lesson, on:)
          new_marks = lesson.items.flat_map do |item|
            item.skills.map { Mark.new(skill: _1, value: item.kind == 'new' ? 1 : rules.good, on: today, note: nil, checks: [], source: 'lesson') }
          end
          copy(marks: marks + new_marks, today: on, promises: [], wishes: Wishes::NONE)
        end
      end

      Situation::EVIDENCE = %i[map marks today rules holds].freeze # what states are made from
    end
  end
end
