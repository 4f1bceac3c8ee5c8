# frozen_string_literal: true

module Fawnmoss
  module Path
    # One thing a pupil learns, as in core/data/skills.
    Skill = Value.of(
      :id,          # 'pattern.2-3-close'
      :name,        # plain words
      :stage,       # of the path, in words
      :area,        # likewise
      :instruments, # ids
      :needs,       # ids of skills to have first
      :task,        # what to do
      :say,         # the same as one would say it to a child, or nil
      :checks,      # things seen or heard, yes or no
      :faults,      # [{ fault:, remedy: }]
      :days,        # typical before the next thing
      :caution,     # sentence or nil
      :school,      # 'french', 'german', '1-2-4', '1-2-3-4', or nil for all
      :habit,       # true for posture and the like, which has no tempo: how far it goes by itself
      :once,        # true for what is shown once and then done
      :tempo,       # goal in quarters a minute or nil
      :line,        # Line to play or nil
      :variants,    # [{ instruments:, school:, texts: }], a tempo or line among the texts where it differs
      :order,       # place in the path
      :own          # true when the studio added it
    ) do
      def for?(instrument_id, schools) = instruments.include?(instrument_id) && (school.nil? || schools.include?(school))

      # What its marks mean: 'habit' or 'playing'.
      def scale = habit ? 'habit' : 'playing'

      # The skill as an instrument and a pupil's schools have it.
      #   skill.worded('cello', ['french']).task # => "Sit at the front of the chair. ..."
      def worded(instrument_id, schools)
        variants.select { |one| fits?(one, instrument_id, schools) }.inject(self) { |skill, one| skill.copy(**one[:texts]) }
      end

      private

      def fits?(variant, instrument_id, schools)
        (variant[:instruments].nil? || variant[:instruments].include?(instrument_id)) && (variant[:school].nil? || schools.include?(variant[:school]))
      end
    end

    # The texts that a variant, or a studio, may word otherwise.
    Skill::TEXTS = %i[name task say checks faults caution].freeze

    # Areas whose skills are habits.
    Skill::HABITS = ['body', 'bow hand'].freeze
  end
end
