# frozen_string_literal: true

module FawnmossServer
  module Actions
    # The path as the studio teaches it: skills hidden, moved, reworded and added, without losing what ships.
    module SkillBook
      MOST = 100 # skills of a studio's own

      # Every skill in the studio's order, hidden ones included; notices: where we changed words that the studio had changed as well.
      def self.answer(studio)
        shipped = FawnmossServer.catalogue.skills
        changes = studio.skill_changes.to_h { [_1.skill, _1] }
        visible = studio.skills
        own = studio.skill_changes.select(&:added).map { _1.to_value.added }
        hidden = (shipped + own).select { changes[_1.id]&.hidden } # as they ship, at the end
        { skills: (visible + hidden).map { |skill| row(skill, changes[skill.id], shipped) },
          notices: studio.path.notices.map { notice(_1, studio) } }
      end

      def self.notice(one, studio)
        { skill: one.skill, text: one.text.to_s, own: words(one.own, studio), shipped: words(one.shipped, studio) }
      end

      # Hides, moves or rewords one. Raises Stale when somebody saved since lock_version was read.
      def self.save(studio, id, fields)
        shipped = FawnmossServer.catalogue.skills.find { _1.id == id }
        change = studio.skill_changes.find { _1.skill == id }
        raise Missing unless shipped || change

        columns = columns(studio, id, fields, change, shipped)
        straight(studio, id, fields)
        FawnmossServer.db.transaction do
          change ||= Models::SkillChange.create(studio_id: studio.id, skill: id, texts: {})
          change.save_or_stale(fields.integer('lock_version', 0..1_000_000, default: 0), columns) { answer(studio) }
        end
        answer(studio.anew)
      end

      # Refuses links to what is no skill, and those that would run in a circle.
      def self.straight(studio, id, fields)
        needs = Inputs::SkillInput.texts(fields)['needs'] or return
        strange = needs - studio.path.all_ids
        fields.refuse('needs', "There is no skill #{strange.first}.", 'Choose from the path.') if strange.any?
        circle = studio.path.circle(id, needs)
        fields.refuse('needs', "That would run in a circle: #{circle.join(', ')}.", 'Take one of these links away.') if circle
      end

      # Adds a skill of the studio's own.
      def self.add(studio, fields)
        fields.refuse('name', "There are #{MOST} skills of your own already.", 'Take one away first.') if studio.skill_changes.count(&:added) >= MOST
        own = Inputs::SkillInput.own(fields, studio.path.all_ids)
        Models::SkillChange.create(studio_id: studio.id, skill: "own.#{SecureRandom.hex(4)}", texts: {}, added: own,
                                   after_skill: after(studio, fields), moved_at: next_move(studio))
        answer(studio.anew)
      end

      # Back to what ships; one of the studio's own goes away, its marks stay and are not shown.
      def self.restore(studio, id)
        studio.skill_changes.find { _1.skill == id }&.delete
        answer(studio.anew)
      end

      def self.columns(studio, id, fields, change, shipped)
        columns = { hidden: fields.given?('hidden') ? fields.flag('hidden') || false : change&.hidden || false }
        columns.merge!(after_skill: after(studio, fields, id), moved_at: next_move(studio)) if fields.given?('after')
        return columns.merge(added: change.added.merge(Inputs::SkillInput.texts(fields))) if change&.added

        columns.merge(texts: (change&.texts || {}).merge(texts(fields, shipped)).compact)
      end

      # { name => { now:, was: } }; what is worded as it ships is no change.
      def self.texts(fields, shipped)
        Inputs::SkillInput.texts(fields).to_h do |name, now|
          was = kept(shipped[name.to_sym])
          now = nil if %w[caution say].include?(name) && now.empty?
          [name, now == was ? nil : { 'now' => now, 'was' => was }]
        end
      end

      def self.kept(text)
        if text.is_a?(Array)
          text.map { _1.is_a?(Hash) ? _1.transform_keys(&:to_s) : _1 }
        else
          text
        end
      end

      def self.after(studio, fields, id = nil)
        name = fields.text('after', max: 60, default: '')
        known = studio.path.all_ids - [id]
        name.empty? || known.include?(name) ? name : fields.refuse('after', 'There is no such skill.', 'Choose from the path.')
      end

      def self.next_move(studio) = (studio.skill_changes.filter_map(&:moved_at).max || 0) + 1

      def self.row(skill, change, shipped)
        { **skill.to_h.slice(:id, :name, :stage, :area, :instruments, :school, :needs, :task, :say, :checks, :faults, :days, :caution, :tempo, :own),
          hidden: change&.hidden || false, moved: !change&.after_skill.nil?, reworded: change ? change.texts.keys : [], lock_version: change&.lock_version || 0,
          shipped: shipped.find { _1.id == skill.id }&.then { _1.to_h.slice(:needs, *Fawnmoss::Path::Skill::TEXTS) } }
      end

      # A text, or a list of them; skills by their names.
      def self.words(text, studio)
        if text.is_a?(Array)
          names = studio.skills.to_h { [_1.id, _1.name] }
          text.map { _1.is_a?(Hash) ? _1.values.join(': ') : names.fetch(_1, _1) }.join('; ')
        else
          text.to_s
        end
      end
      private_class_method :notice, :straight, :columns, :texts, :kept, :after, :next_move, :row, :words
    end
  end
end
