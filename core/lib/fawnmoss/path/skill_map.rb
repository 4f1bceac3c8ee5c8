# frozen_string_literal: true

module Fawnmoss
  module Path
    # The skills one pupil's path is made of, with who needs whom worked out once: sets of skills are bits of an Integer, so
    # that questions over hundreds of skills stay cheap.
    class SkillMap
      attr_reader :skills

      # skills: the whole list in path order; instrument_id; schools: words such as ['french', '1-2-4'].
      #   SkillMap.for(skills, 'bass', %w[german 1-2-4]).include?('bow.hold') # => false
      def self.for(skills, instrument_id, schools)
        own = skills.select { _1.for?(instrument_id, schools) }
        ids = own.map(&:id)
        new(own.each_with_index.map { |skill, order| skill.worded(instrument_id, schools).copy(needs: skill.needs & ids, order:) })
      end

      # skills: those of one path; needs within them; order 0, 1, 2 ...
      def initialize(skills)
        @skills = skills.freeze
        @by_id = skills.to_h { [_1.id, _1] }
        @bits = skills.to_h { [_1.id, 1 << _1.order] }
        @before = {}
        ids.each { above(_1) }
        @after = skills.to_h { |skill| [skill.id, skills.sum { |other| @before[other.id].anybits?(@bits[skill.id]) ? @bits[other.id] : 0 }] }
        @downward = in_order(ids).reverse
        freeze
      end

      # { id => latest value given to the skill or to anything that rests on it }. given: { id => value }, values that compare.
      #   map.latest('scale.first' => date)['bow.hold'] # => date
      def latest(given)
        @downward.each_with_object(given.slice(*@downward)) do |id, found|
          own = found[id] or next
          @by_id[id].needs.each { |need| found[need] = own if found[need].nil? || found[need] < own }
        end
      end

      def [](id) = @by_id[id]
      def include?(id) = @by_id.key?(id)
      def ids = @by_id.keys
      def each(&) = @skills.each(&)

      # The bits of some ids; ids of other paths count for nothing.
      def bits(ids) = ids.sum { @bits.fetch(_1, 0) }
      def bit(id) = @bits.fetch(id, 0)

      # Everything a skill rests on, directly or further back, as bits, without itself.
      def before(id) = @before.fetch(id)

      # Everything that waits for a skill, directly or further on, as bits.
      def after(id) = @after.fetch(id)

      # Ids of a set of bits, in path order.
      def of(bits) = @skills.filter_map { |skill| skill.id if bits.anybits?(@bits[skill.id]) }

      # True when everything a skill needs at once is in a set of bits.
      def open?(skill, had) = skill.needs.all? { had.anybits?(@bits[_1]) }

      # Ids sorted so that nothing stands before what it rests on; otherwise in path order.
      def in_order(ids) = ids.sort_by { |id| [@before.fetch(id).digits(2).sum, @by_id[id].order] }

      private

      def above(id)
        @before[id] ||= @by_id[id].needs.inject(0) { |set, need| set | @bits[need] | above(need) }
      end
    end
  end
end
