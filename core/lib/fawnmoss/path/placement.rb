# frozen_string_literal: true

module Fawnmoss
  module Path
    # What a pupil who already plays has, as the teacher tells it in ten minutes: stage by stage, by what is played well, and skill by skill.
    # Common practice, no source: who plays something well has what it asks for, and what that rests on.
    module Placement
      SOURCE = 'placed' # of the marks it makes
      VALUE = 2 # of these marks
      GOOD_DAYS = 4 # so many good days in a row such a mark stands for: steady, and looked at again after a fortnight
      HOW = %w[none part has].freeze

      # How much of one stage is had. stage: words; how: of HOW, as told; skills: [Skill, true when it is had] list.
      Stage = Value.of(:stage, :how, :skills)

      # Stage list of a path, and what of it is had. map: SkillMap; stages: { words of a stage => how }; played: skill ids that what is played
      # well asks for; with, without: ids that the teacher ticks or unticks, whatever the rest says.
      #   Placement.stages(map, stages: { 'Pluck' => 'has' }).flat_map(&:skills).count(&:last) # => 9
      def self.stages(map, stages: {}, played: [], with: [], without: [])
        had = had(map, stages, played) | map.bits(with)
        had &= ~map.bits(without)
        map.skills.group_by(&:stage).map do |stage, skills|
          Stage.new(stage:, how: stages.fetch(stage, 'none'), skills: skills.map { [_1, had.anybits?(map.bit(_1.id))] })
        end
      end

      # Ids of what is had, in path order.
      def self.ids(map, **told) = stages(map, **told).flat_map(&:skills).filter_map { |skill, had| skill.id if had }

      # The marks that placing makes. on: Date.
      def self.marks(ids, on) = ids.map { Mark.new(skill: _1, value: VALUE, on:, note: nil, checks: [], source: SOURCE) }

      # Bits of what is told, and of all that it rests on. A stage had in part is had as far as its first half.
      def self.had(map, stages, played)
        told = map.skills.group_by(&:stage).flat_map do |stage, skills|
          { 'has' => skills, 'part' => skills.first((skills.size + 1) / 2) }.fetch(stages[stage], []).map(&:id)
        end
        (told + (played & map.ids)).uniq.inject(0) { |bits, id| bits | map.bit(id) | map.before(id) }
      end
      private_class_method :had
    end
  end
end
