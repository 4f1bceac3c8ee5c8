# frozen_string_literal: true

module Fawnmoss
  module Path
    # Which skills a pupil could take up next, best first, with the reasons.
    class NextSkills
      # One proposal. skill: Skill; reasons: sentences.
      Proposal = Value.of(:skill, :reasons)

      # skills: the instrument's, in path order; states: States; wanted: skill ids that tunes in progress still ask for.
      def initialize(skills, states, wanted: [])
        @skills = skills
        @states = states
        @wanted = wanted
      end

      # Open skills whose needs are had, ranked: what unblocks most, the area furthest behind, what a tune in progress
      # needs, then the order of the path. At most two new things a lesson.
      def list(count = 2)
        open = @skills.reject { @states.had?(_1.id) }.select { |skill| skill.needs.all? { @states.had?(_1) } }
        open.sort_by { |skill| [-unblocks(skill), share_of(skill.area), @wanted.include?(skill.id) ? 0 : 1, skill.order] }
            .first(count).map { Proposal.new(skill: _1, reasons: reasons(_1)) }
      end

      private

      # How many untaught skills wait for this one, directly or further on.
      def unblocks(skill)
        waiting = [skill.id]
        @skills.each { |other| waiting << other.id if !@states.had?(other.id) && other.needs.intersect?(waiting) }
        waiting.uniq.size - 1
      end

      # Share of an area's skills that are had.
      def share_of(area)
        @shares ||= @skills.group_by(&:area).transform_values { |skills| Rational(skills.count { @states.had?(_1.id) }, skills.size) }
        @shares.fetch(area)
      end

      def reasons(skill)
        state = @states.of(skill.id)
        count = unblocks(skill)
        [("opens the way to #{count} more" if count.positive?), ('a tune in work asks for it' if @wanted.include?(skill.id)),
         (state.name == :untouched ? 'everything it needs is steady' : "already begun: #{state.why}"),
         ("#{skill.area} is behind: #{(share_of(skill.area) * 100).round} % of it done" if share_of(skill.area) < 1/2r)].compact
      end
    end
  end
end
