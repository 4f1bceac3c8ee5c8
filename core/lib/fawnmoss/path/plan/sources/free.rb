# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      module Sources
        # Playing and singing: in the first lessons of a beginner always, later so that a lesson has music while no tune is in work, and its minutes are
        # filled.
        class Free < Maker
          TIMES = [1, 4, 10].freeze

          def list = @at.first? ? [play, *others] : others

          private

          def play
            first = @at.first_lessons
            candidate(ItemId.text('free', 'play'), 'free', 'Play and sing', first.play[:minutes], points: POINTS[:first], must: true,
                                                                                                  words: first.play_words(@map, @states),
                                                                                                  reasons: ['music from the first lesson on'])
          end

          def others
            least, usual, most = TIMES
            (@at.first_lessons&.free || []).each_with_index.map do |one, at|
              music = at.zero? && @at.tunes.empty? && !@at.first?
              candidate(ItemId.text('free', at + 1), 'free', one[:title], [least, usual, [most, @at.minutes / 3].max],
                        points: music ? POINTS[:tune] : POINTS[:free], reasons: [music ? 'no tune is in work' : 'there is time'], words: one[:words])
            end
          end
        end
      end
    end
  end
end
