# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      module Sources
        # The first lessons of a beginner: of every strand the step in hand.
        class Beginning < Maker
          # Candidate list, the strands in their order.
          def list = strands.compact

          private

          def first = @at.first_lessons

          def strands
            first.strands.select { _1.begins?(@map, @states) }.flat_map do |strand|
              strand.ahead(@map, @states).first(2).each_with_index.map { |step, at| together(strand, step, at) }
            end
          end

          # What of a step does not go yet; several small skills share one item.
          def together(strand, step, at)
            open = step.reject { @states.begun?(_1) || @states.held?(_1) }.map { @map[_1] }
            return if open.empty?

            reasons = [at.zero? ? strand.name : "#{strand.name}, if there is time", *cautions(open, step)]
            skilled('first', open.first, strand.minutes, reasons, points: POINTS[at.zero? ? :first : :ahead], must: at.zero?,
                                                                  also: open.drop(1).map { part(_1) })
          end

          def part(skill) = { skill: skill.id, title: skill.name, words: skill.task, scale: skill.scale, **skill.to_h.slice(:say, :checks, :caution, :faults) }

          def cautions(skills, step)
            missing = skills.flat_map(&:needs).uniq.reject { @states.begun?(_1) || step.include?(_1) }.map { @map[_1].name }
            missing.any? ? ["rests on #{missing.join(' and ')}, not steady yet: help with your own hands"] : []
          end
        end
      end
    end
  end
end
