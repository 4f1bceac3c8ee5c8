# frozen_string_literal: true

module Fawnmoss
  module Path
    # Turns the entries of core/data/skills into Skills, and refuses a list that does not hang together, with file and line.
    class SkillReader
      include TSort

      ALL = %w[violin viola cello bass].freeze
      SCHOOLS = %w[french german 1-2-4 1-2-3-4].freeze

      # entries: hashes as FawnmossData.skills gives them. Returns Skill list in path order. Raises InvalidInput for a missing text,
      # an id twice, an unknown need, instrument or school, and for needs that run in a circle.
      def self.read(entries) = new(entries).skills

      def initialize(entries)
        @entries = entries
        @by_id = {}
      end

      def skills
        list = @entries.each_with_index.map { |entry, order| skill(entry, order) }
        @entries.each { |entry| (entry['needs'] || []).each { |need| known(need, entry) } }
        circle = each_strongly_connected_component.find { _1.size > 1 || (@by_id[_1.first]['needs'] || []).include?(_1.first) }
        refuse(@by_id[circle.first], "needs run in a circle: #{circle.sort.join(', ')}") if circle
        list.freeze
      end

      private

      def tsort_each_node(&) = @by_id.each_key(&)
      def tsort_each_child(id, &) = (@by_id[id]['needs'] || []).each(&)

      def skill(entry, order)
        id = entry['id'] or refuse(entry, 'a skill has no id')
        refuse(entry, 'stands there twice') if @by_id.key?(id)
        @by_id[id] = entry
        Skill.new(id:, stage: entry['stage'], area: entry['area'], needs: entry['needs'] || [], instruments: among(entry, 'instruments', ALL) || ALL,
                  school: among(entry, 'school', SCHOOLS), once: entry['once'] == true, habit: entry.fetch('habit', Skill::HABITS.include?(entry['area'])),
                  days: entry['days'] || refuse(entry, 'has no days'), tempo: tempo(entry), line: line(entry), order:,
                  own: false, variants: (entry['variants'] || []).map { variant(entry, _1) }, **texts(entry))
      end

      def texts(entry)
        { name: text(entry, 'name'), task: text(entry, 'task'), checks: list(entry, 'checks'), faults: faults(entry),
          say: entry['say'], caution: entry['caution'] }
      end

      def variant(entry, given)
        texts = given.slice('name', 'task', 'say', 'checks', 'caution').transform_keys(&:to_sym)
        texts[:faults] = faults({ **entry, **given }) if given['faults']
        texts[:tempo] = tempo({ **entry, **given }) if given['tempo']
        texts[:line] = line({ **entry, **given }) if given['scale']
        refuse(entry, 'has a variant that changes nothing') if texts.empty?
        { instruments: among({ **entry, 'instruments' => given['instruments'] }, 'instruments', ALL),
          school: among({ **entry, 'school' => given['school'] }, 'school', SCHOOLS), texts: }
      end

      def tempo(entry)
        value = entry['tempo']
        value.nil? || (value.is_a?(Integer) && value.between?(20, 240)) ? value : refuse(entry, "has the tempo #{value}, not 20 to 240 quarters a minute")
      end

      def line(entry)
        entry['scale']&.then { Line.build(**_1.transform_keys(&:to_sym)) }
      rescue InvalidInput, ArgumentError, NoMethodError => e
        refuse(entry, "has a scale that cannot be: #{e.message}")
      end

      def text(entry, name)
        value = entry[name]
        value.is_a?(String) && !value.strip.empty? ? value : refuse(entry, "has no #{name}")
      end

      def list(entry, name)
        value = entry[name]
        value.is_a?(Array) && value.any? && value.all? { _1.is_a?(String) && !_1.empty? } ? value : refuse(entry, "has no #{name}")
      end

      def faults(entry)
        value = entry['faults']
        refuse(entry, 'has no faults with remedies') unless value.is_a?(Hash) && value.any? && value.flatten.all?(String)
        value.map { |fault, remedy| { fault:, remedy: } }
      end

      def among(entry, name, allowed)
        value = entry[name]
        wrong = Array(value) - allowed
        wrong.empty? ? value : refuse(entry, "has the unknown #{name} #{wrong.join(', ')}")
      end

      def known(need, entry) = @by_id.key?(need) || refuse(entry, "needs #{need}, which is no skill")

      def refuse(entry, message)
        raise InvalidInput.new("skill #{entry['id']} #{message}".squeeze(' '), where: { file: entry['file'], line: entry['line'] }, remedy: 'Mend the list.')
      end
    end
  end
end
