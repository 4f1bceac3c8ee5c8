# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      module Sources
        # What the teacher promised in words of their own, or wrote into the plan.
        class Own < Maker
          def list = [*promised, *written]

          private

          def promised
            @promised.values.select { _1.kind == 'own' }.map do |promise|
              candidate(ItemId.text('own', promise.ref), 'own', promise.title, [2, 4, 8], points: POINTS[:promised], reasons: [promise.words], words: '')
            end
          end

          def written
            @at.wishes.own.map do |own|
              candidate(own[:id], 'own', own[:title], [1, 4, 10], points: POINTS[:promised], must: true, reasons: ['your own'], words: own[:words])
            end
          end
        end
      end
    end
  end
end
