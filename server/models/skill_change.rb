# frozen_string_literal: true

module FawnmossServer
  module Models
    # What a studio does with one skill of the path.
    class SkillChange < Sequel::Model(FawnmossServer.db[:skill_changes])
      include Locking

      plugin :serialization, :json, :texts, :added

      # Fawnmoss::Path::Change.
      def to_value
        words = texts.to_h { |name, text| [name.to_sym, typed(name, text)] }
        Fawnmoss::Path::Change.new(skill:, hidden:, after: after_skill, texts: words, added: added && own_skill)
      end

      private

      def typed(name, text)
        now, was = text.values_at('now', 'was').map { |value| name == 'faults' ? value.map { _1.transform_keys(&:to_sym) } : value }
        { now:, was: }
      end

      def own_skill
        data = added.transform_keys(&:to_sym)
        habit = Fawnmoss::Path::Skill::HABITS.include?(data[:area])
        Fawnmoss::Path::Skill.new(**data, id: skill, own: true, habit:, order: 0, variants: [], school: nil,
                                          faults: data[:faults].map { _1.transform_keys(&:to_sym) })
      end
    end
  end
end
