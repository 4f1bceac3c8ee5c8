# frozen_string_literal: true

module Fawnmoss
  module Path
    # How near many tunes are to one pupil, in short and quickly: what it knows of one set of skills it need not work out again.
    class Judge
      # level: as in Readiness, or :out_of_reach; missing: skill ids not had, in order of appearance; share: 0.0..1.0 of the notes.
      Verdict = Value.of(:level, :missing, :share)
      OUT = Verdict.new(level: :out_of_reach, missing: [].freeze, share: 0.0)

      # states: Path::States; map: SkillMap.
      def initialize(states, map)
        @states = states
        @map = map
        @missing = {}
        @levels = {}
      end

      # sets: { "skill ids of a note, with spaces" => how many notes }, as kept of Chart::Asks; empty for what is out of reach.
      #   judge.of({ "sound.open rhythm.plain" => 8 }).level # => :plays_now
      def of(sets)
        return OUT if sets.empty?

        ready = total = 0
        found = []
        sets.each do |ids, notes|
          total += notes
          missing = missing(ids)
          missing.empty? ? ready += notes : found |= missing
        end
        Verdict.new(level: @levels[found] ||= Readiness.level(found, @states, @map), missing: found, share: ready.fdiv(total))
      end

      private

      def missing(ids) = @missing[ids] ||= ids.split.reject { !@map.include?(_1) || @states.had?(_1) }.freeze
    end
  end
end
