# frozen_string_literal: true

module Fawnmoss
  module Path
    # Checks that a list of skills hangs together.
    module SkillList
      # Raises InvalidInput for an id twice, a need that is no skill or comes later in the path, so that circles cannot be.
      def self.check(skills)
        known = []
        skills.each do |skill|
          refuse(skill, 'stands there twice') if known.include?(skill.id)
          missing = skill.needs - known
          refuse(skill, "needs #{missing.join(', ')}, which does not come before it") if missing.any?
          known << skill.id
        end
      end

      def self.refuse(skill, message)
        raise InvalidInput.new("skill #{skill.id} #{message}", where: { field: 'skills.yml' }, remedy: 'Mend the list.')
      end
      private_class_method :refuse
    end
  end
end
