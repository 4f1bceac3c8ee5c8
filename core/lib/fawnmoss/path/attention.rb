# frozen_string_literal: true

module Fawnmoss
  module Path
    # What about a pupil wants the teacher's eye: pain, long not seen, rusty, stuck, a measurement that is due.
    class Attention
      # kind: 'pain', 'new', 'unseen', 'stuck', 'rusty' or 'fit'; words: a sentence; skill: id or nil; since: Date or nil.
      Look = Value.of(:kind, :words, :skill, :since)

      UNSEEN = 21 # days
      RECHECK = 182 # days between two looks at a child's size and string length: half a year (guide page on the path)
      GROWN = 18 # years: from then on nothing is due

      # map: SkillMap; states: States or Standings::Day; today: Date; rules: Rules; holds: Hold list.
      def initialize(map, states, today:, rules: Rules::DEFAULTS, holds: [])
        @map = map
        @states = states
        @today = today
        @rules = rules
        @holds = holds
      end

      # last_seen: Date of the last mark or nil; birth_year, measured_on: Integer and Date or nil; returned: Date on which the pupil came back from
      # being away, or nil. Pain comes first.
      def list(last_seen:, birth_year: nil, measured_on: nil, returned: nil)
        return [*pain, Look.new(kind: 'new', words: 'No marks yet: start with the first stones of the path.')] unless last_seen

        away = unseen(last_seen, returned) # then everything is rusty, and need not be said
        [*pain, away, *stuck, *(rusty unless away), fit(birth_year, measured_on)].compact
      end

      # [[Skill, Date since], ...]: three marks or more under good, the last included, over the days of the rules.
      def stuck_skills
        long = @states.low_runs.select { |id, (from, to)| @map.include?(id) && to - from >= @rules.stuck_days }
        long.map { |id, (from, _)| [@map[id], Date.jd(from)] }.sort_by { |skill, _| skill.order }
      end

      # A child whose last measuring is half a year ago; nil when nothing is due.
      def fit(birth_year, measured_on)
        return if birth_year.nil? || measured_on.nil? || @today.year - birth_year >= GROWN || (@today - measured_on).to_i < RECHECK

        words = "Size and string length were last measured on #{day(measured_on)} #{measured_on.year}: time to look again."
        Look.new(kind: 'fit', words:, since: measured_on)
      end

      private

      def pain
        @holds.map do |hold|
          about = hold.skill && @map[hold.skill]&.name
          words = [hold.words, ("#{about} rests until you clear it." if about), 'Ask first; pain that stays or comes back belongs with a doctor.']
          Look.new(kind: 'pain', words: words.compact.join(' '), skill: hold.skill, since: hold.on)
        end
      end

      def unseen(last_seen, returned)
        since = [last_seen, returned].compact.max
        days = (@today - since).to_i
        words = since == returned ? "Back since #{day(since)}, and not seen since." : "Not seen for #{days} days."
        Look.new(kind: 'unseen', words:, since:) if days >= UNSEEN
      end

      def stuck
        stuck_skills.map do |skill, since|
          Look.new(kind: 'stuck', words: "Stuck since #{day(since)}: #{skill.name}. #{advice(skill)}", skill: skill.id, since:)
        end
      end

      # The easier step: a skill it needs that is not secure; else what the usual fault's remedy says.
      def advice(skill)
        easier = skill.needs.find { @states.name(_1) != :secure }
        return "Try an easier step: #{@map[easier].name}." if easier

        "Try: #{skill.faults.first[:remedy]}"
      end

      def rusty
        names = @states.touched.select { @map.include?(_1) && @states.name(_1) == :rusty }.map { @map[_1] }.sort_by(&:order).map(&:name)
        return [] if names.empty?

        [Look.new(kind: 'rusty', words: "Rusty: #{names.first(3).join(', ')}#{" and #{names.size - 3} more" if names.size > 3}.")]
      end

      def day(date) = date.strftime('%-d %B')
    end
  end
end
