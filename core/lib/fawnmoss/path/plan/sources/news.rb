# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      module Sources
        # What could be begun: the best of what is open, what the teacher added or promised, and what was dropped.
        class News < Maker
          MOST = 4 # so many new things are weighed against each other

          # looks: Looks of the same lesson.
          def initialize(situation, looks)
            super(situation)
            @looks = looks
          end

          # Without what was begun before and is looked at again in this lesson anyhow.
          def list
            return [] if @at.rules.new_things.zero?

            again = @looks.wanted([]).map(&:id)
            proposals.reject { again.include?(_1.skill.id) }.each_with_index.map do |one, rank|
              skill = one.skill
              rusty = rusty_needs(skill)
              skilled('new', skill, [4, 6, 9], one.reasons, points: POINTS[:new][[rank, MOST - 1].min] + promise_points('skill', skill.id),
                                                            after: rusty.map { @looks.id(_1) },
                                                            must: added?(skill) && rusty.none? { dropped_skill?(_1) })
            end
          end

          # Rusty skills that the new things of this lesson rest on.
          def rested_on = proposals.reject { dropped_skill?(_1.skill.id) }.flat_map { rusty_needs(_1.skill) }

          # A word of caution about what was promised or added before what it rests on is steady; the teacher decides.
          def warnings = early.reject { dropped_skill?(_1.skill.id) }.map { "#{_1.skill.name} #{_1.reasons.first}." }

          private

          # The best first; of what is dropped all, and last.
          def proposals
            @proposals ||= begin
              looked = @looks.due.map(&:skill)
              all = (NextSkills.new(@map, @states, wanted: @at.tunes.flat_map(&:unmet)).list(@map.skills.size) + early).reject { looked.include?(_1.skill.id) }
              dropped, open = all.partition { dropped_skill?(_1.skill.id) }
              open.partition { asked.include?(_1.skill.id) }.flatten.first(MOST) + dropped
            end
          end

          # What is asked for although something that it rests on is not steady yet.
          def early
            @early ||= asked.uniq.filter_map { @map[_1] }.select { early?(_1) }.map { NextSkills::Proposal.new(skill: _1, reasons: [early_words(_1)]) }
          end

          def early?(skill) = missing(skill).any? && @states.name(skill.id) == :untouched && !@states.held?(skill.id)
          def missing(skill) = skill.needs.reject { @states.had?(_1) }
          def early_words(skill) = "rests on #{missing(skill).map { @map[_1].name }.join(' and ')}, not steady yet"
          def rusty_needs(skill) = skill.needs.select { @states.name(_1) == :rusty && !@states.held?(_1) }
        end
      end
    end
  end
end
