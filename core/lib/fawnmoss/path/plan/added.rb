# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # What the teacher adds to a lesson that runs: whatever it is, and whatever it rests on.
      class Added < Maker
        REASONS = ['added in the lesson'].freeze
        TIMES = [1, 3, 10].freeze

        # id: of a skill of the path. Item; one that was taken up before is looked at again, others are new.
        def skill(id)
          skill = @map[id]
          missing = skill.needs.reject { @states.had?(_1) }.map { @map[_1].name }
          reasons = missing.empty? ? REASONS : [*REASONS, "rests on #{missing.join(' and ')}, not steady yet"]
          skilled(@states.name(id) == :untouched ? 'new' : 'review', skill, TIMES, reasons).item
        end

        # A tune by id and title, in work or not.
        def tune(id, title)
          candidate(ItemId.text('tune', id), 'tune', "Play #{title}", TIMES, reasons: REASONS, tune: id, tune_title: title,
                                                                               words: 'Through without a stop, or together.').item
        end

        # Something of the teacher's own. name: that tells it from others.
        def own(name, title) = candidate(ItemId.text('own', name), 'own', title, TIMES, reasons: REASONS, words: '').item
      end
    end
  end
end
