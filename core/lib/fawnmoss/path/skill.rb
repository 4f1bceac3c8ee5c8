# frozen_string_literal: true

module Fawnmoss
  module Path
    # One thing a pupil learns, as in core/data/skills.yml. id: 'pattern.2-3-close'; name: plain words; area; instruments:
    # ids; needs: ids of skills to have first; task: what to do; checks: things seen or heard; faults: [{ fault:, remedy: }];
    # days: typical days before the next; caution: sentence or nil; order: place in the path.
    Skill = Value.of(:id, :name, :area, :instruments, :needs, :task, :checks, :faults, :days, :caution, :order) do
      # Raises InvalidInput naming the skill when a text is missing, an id unknown or double, or needs run in a circle.
      def self.list_from_data(entries)
        skills = entries.each_with_index.map { |data, order| from_data(data, order) }
        SkillList.check(skills)
        skills.freeze
      end

      def self.from_data(data, order)
        faults = data.fetch('faults').map { |fault, remedy| { fault:, remedy: } }
        new(id: data.fetch('id'), name: data.fetch('name'), area: data.fetch('area'), instruments: data.fetch('instruments'),
            needs: data.fetch('needs'), task: data.fetch('task'), checks: data.fetch('checks'), faults:,
            days: data.fetch('days'), caution: data['caution'], order:)
      rescue KeyError => e
        raise InvalidInput.new("skill #{data['id'].inspect} has no #{e.key}", where: { field: 'skills.yml' }, remedy: 'Add it.')
      end
      private_class_method :from_data

      def for?(instrument_id) = instruments.include?(instrument_id)
    end
  end
end
