# frozen_string_literal: true

module Fawnmoss
  module Path
    # How a pupil's path filled up and tempi rose.
    module Progress
      # One week. on: Date of its last day; started, steady, secure: number of skills (steady counts rusty ones too).
      Week = Value.of(:on, :started, :steady, :secure)
      # Tempo of one skill or tune. about: id; goal: quarters a minute or nil; points: [[Date, tempo], ...] oldest first.
      Tempo = Value.of(:about, :goal, :points)
      # One week's practice. on: Date of its last day; planned, reported: minutes.
      Practised = Value.of(:on, :planned, :reported)

      # marks: Path::Mark list; skills: ids that count; today: Date, the last day of the last week. Returns weeks, oldest
      # first.
      #   Progress.weekly(marks, skills, today:, weeks: 14).last.secure # => 5
      def self.weekly(marks, skills, today:, weeks: 14, rules: Rules::DEFAULTS, map: nil)
        days = (0...weeks).map { today - (7 * _1) }.reverse
        marks = shorten(marks, days.first)
        days.map do |day|
          states = States.new(marks, today: day, rules:, map:)
          names = skills.map { states.name(_1) }.tally
          Week.new(on: day, started: names.fetch(:started, 0), secure: names.fetch(:secure, 0),
                   steady: names.fetch(:steady, 0) + names.fetch(:rusty, 0))
        end
      end

      # Of what lies before the first day only as much as still decides states: years of marks cost no more than months.
      def self.shorten(marks, first)
        old, recent = marks.partition { _1.on <= first }
        old.group_by(&:skill).values.flat_map { |list| Tail.of(list.sort_by.with_index { |mark, at| [mark.on, at] }) } + recent
      end
      private_class_method :shorten

      # marks: those with a tempo count. goals: { id => goal }. Returns Tempo list, the latest played first.
      def self.tempi(marks, goals)
        marks.select(&:tempo).group_by(&:skill).map do |id, list|
          Tempo.new(about: id, goal: goals[id], points: list.sort_by(&:on).map { [_1.on, _1.tempo] })
        end.sort_by { -_1.points.last[0].jd }
      end

      # reported: { Date => minutes }; a_week: minutes planned. Returns weeks, oldest first.
      def self.practised(reported, a_week, today:, weeks: 14)
        (0...weeks).map { today - (7 * _1) }.reverse.map do |day|
          Practised.new(on: day, planned: a_week, reported: reported.sum { |on, minutes| ((day - 6)..day).cover?(on) ? minutes : 0 })
        end
      end
    end
  end
end
