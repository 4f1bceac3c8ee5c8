# frozen_string_literal: true

module Fawnmoss
  module Path
    # Which skills a pupil could take up next, best first, with the reasons.
    class NextSkills
      # One proposal. skill: Skill; reasons: sentences.
      Proposal = Value.of(:skill, :reasons)

      MUCH = 20 # skills that wait for one: more is not counted in words
      # Posture, tone and intonation come before speed and repertoire (guide page on the path).
      LATER = ['scale', 'tune', 'bow craft', 'position'].freeze

      # map: SkillMap; states: States; wanted: skill ids that tunes in progress still ask for; also: ids to count as had, for
      # looking lessons ahead.
      def initialize(map, states, wanted: [], also: [])
        @map = map
        @states = states
        @wanted = wanted
        @had = map.bits(map.ids.select { states.had?(_1) || also.include?(_1) })
      end

      # Open skills whose needs are had, ranked: what unblocks most, posture and tone before speed and tunes, the area furthest
      # behind, what a tune in progress needs, then the order of the path, which the teacher may change. What pain holds is left out.
      #   NextSkills.new(map, states).list.map { _1.skill.id } # => ["body.ready", "body.care"]
      def list(count = 2)
        open.sort_by { |skill| [-unblocks(skill), LATER.include?(skill.area) ? 1 : 0, share_of(skill.area), @wanted.include?(skill.id) ? 0 : 1, skill.order] }
            .first(count).map { Proposal.new(skill: _1, reasons: reasons(_1)) }
      end

      # How many skills that are not had wait for this one, directly or further on.
      def unblocks(skill) = (@map.after(skill.id) & ~@had).digits(2).sum

      private

      def open
        @map.skills.select { |skill| @had.nobits?(@map.bit(skill.id)) && @map.open?(skill, @had) && !@states.held?(skill.id) }
      end

      # Share of an area's skills that are had.
      def share_of(area)
        @shares ||= @map.skills.group_by(&:area).transform_values { |skills| Rational((@map.bits(skills.map(&:id)) & @had).digits(2).sum, skills.size) }
        @shares.fetch(area)
      end

      def reasons(skill)
        state = @states.of(skill.id)
        count = unblocks(skill)
        [waiting(count), ('a tune in work asks for it' if @wanted.include?(skill.id)),
         (state.name == :untouched ? 'everything it needs is steady' : "already begun: #{state.why}"),
         behind(skill.area)].compact
      end

      def waiting(count)
        return if count.zero?
        return 'much of the path waits for it' if count >= MUCH

        count == 1 ? 'one thing more waits for it' : "#{count} things more wait for it"
      end

      # "nothing of rhythm goes yet", "rhythm is behind the rest".
      def behind(area)
        share = share_of(area)
        return if share >= 1/2r

        share.zero? ? "nothing of #{area} goes yet" : "#{area} is behind the rest"
      end
    end
  end
end
