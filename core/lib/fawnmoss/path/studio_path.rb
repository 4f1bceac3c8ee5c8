# frozen_string_literal: true

module Fawnmoss
  module Path
    # The path as one studio teaches it: the shipped skills with the studio's changes laid over them. What the studio did not
    # touch follows every update; where both changed the same words the studio's stand, and a notice shows ours.
    class StudioPath
      # Both changed the same words. skill: id; text: which; own, shipped: the two wordings; was: what the studio had changed.
      Notice = Value.of(:skill, :text, :own, :shipped, :was)

      # changes: Change list in the order they were made; shipped: Skill list.
      def initialize(changes, shipped)
        @changes = changes
        @shipped = shipped
        @maps = {}
      end

      # Skill list in the studio's order. What needed a hidden skill needs what that needed.
      def skills = @skills ||= @changes.empty? ? @shipped : changed

      # SkillMap of an instrument and a pupil's schools, worked out once.
      def map(instrument_id, schools) = @maps[[instrument_id, schools]] ||= SkillMap.for(skills, instrument_id, schools)

      # Names of skills that would rest on each other in a circle if one of them rested on others; nil when none would. needs: ids.
      def circle(id, needs)
        all = every
        links = all.to_h { [_1.id, _1.id == id ? needs : _1.needs] }
        found = TSort.each_strongly_connected_component(->(&block) { links.each_key(&block) }, ->(one, &block) { (links[one] & links.keys).each(&block) })
                     .find { _1.size > 1 || links[_1.first].include?(_1.first) }
        found && all.select { found.include?(_1.id) }.map(&:name)
      end

      # Every skill, hidden ones included: marks that come late may speak of them.
      def all_ids = (@shipped + @changes.filter_map(&:added)).map(&:id)

      # Notice list: words that were changed here and have since been changed in what ships.
      def notices
        by_id = @shipped.to_h { [_1.id, _1] }
        @changes.select { by_id.key?(_1.skill) }.flat_map do |change|
          change.texts.filter_map do |text, words|
            now = by_id[change.skill][text]
            Notice.new(skill: change.skill, text:, own: words[:now], shipped: now, was: words[:was]) if now != words[:was] && now != words[:now]
          end
        end
      end

      private

      def changed
        hidden = @changes.select(&:hidden).to_set(&:skill)
        needs = every.to_h { [_1.id, _1.needs] }
        order(every).reject { hidden.include?(_1.id) }.each_with_index.map do |skill, at|
          skill.copy(needs: skill.needs.flat_map { seen(_1, needs, hidden) }.uniq, order: at)
        end
      end

      # Shipped ones and the studio's own, in its words and with its links.
      def every = @every ||= (@shipped + @changes.filter_map(&:added)).map { worded(_1) }

      def worded(skill)
        texts = @changes.select { _1.skill == skill.id }.map(&:texts).inject({}, :merge)
        return skill if texts.empty?

        now = texts.transform_values { _1[:now] }
        # The studio's words stand for every instrument: a variant's would hide them.
        skill.copy(**now, variants: skill.variants.map { |one| { **one, texts: one[:texts].except(*now.keys) } })
      end

      def order(skills)
        @changes.reject { _1.after.nil? }.inject(skills) do |list, change|
          moved, rest = list.partition { _1.id == change.skill }
          at = change.after.empty? ? 0 : rest.index { _1.id == change.after }&.succ
          at ? rest.dup.insert(at, *moved) : list
        end
      end

      def seen(need, needs, hidden) = hidden.include?(need) ? needs.fetch(need, []).flat_map { seen(_1, needs, hidden) } : [need]
    end
  end
end
