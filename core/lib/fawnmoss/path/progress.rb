# frozen_string_literal: true

module Fawnmoss
  module Path
    # How a pupil's path filled up: week by week, how many skills were steady and secure.
    module Progress
      # One week. on: Date of its last day; started, steady, secure: number of skills (steady counts rusty ones too).
      Week = Value.of(:on, :started, :steady, :secure)

      # marks: Path::Mark list; skills: ids that count; today: Date, the last day of the last week. Returns weeks, oldest
      # first.
      #   Progress.weekly(marks, skills, today:, weeks: 14).last.secure # => 5
      def self.weekly(marks, skills, today:, weeks: 14)
        (0...weeks).map { today - (7 * _1) }.reverse.map do |day|
          states = States.new(marks.select { _1.on <= day }, today: day)
          names = skills.map { states.of(_1).name }.tally
          Week.new(on: day, started: names.fetch(:started, 0), secure: names.fetch(:secure, 0),
                   steady: names.fetch(:steady, 0) + names.fetch(:rusty, 0))
        end
      end
    end
  end
end
