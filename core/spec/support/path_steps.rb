# frozen_string_literal: true

require 'date'

# Marks and states in few words, seen from one day.
module PathSteps
  def today = Date.new(2026, 3, 9)

  def mark(skill, value, ago, **more) = Fawnmoss::Path::Mark.new(skill:, value:, on: today - ago, checks: [], source: 'lesson', **more)

  # marks('bow.slur', '9:2 2:3'): a 2 nine days ago, a 3 two days ago.
  def marks(skill, text)
    text.split.map do |one|
      ago, value = one.split(':').map(&:to_i)
      mark(skill, value, ago)
    end
  end

  # Two good marks for each.
  def steady(*skills) = skills.flat_map { marks(_1, '9:2 2:2') }
  def states(marks, **options) = Fawnmoss::Path::States.new(marks, today:, **options)

  # Up to `most` marks over sixty days.
  def random_marks(random, skills, most)
    Array.new(random.rand(1..most)) { mark(skills.sample(random:), [0, 1, 1, 2, 2, 2, 3, 3].sample(random:), random.rand(0..60)) }
  end
end
