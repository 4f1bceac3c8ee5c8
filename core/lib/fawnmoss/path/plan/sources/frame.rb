# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      module Sources
        # What a lesson has around its work: asking about pain, the warm-up, rests, and setting the work for home.
        class Frame < Maker
          SHORT = 10 # minutes; in less than that warm-up and card may be left out

          # Candidate list of each.
          def talk
            return [] if @at.holds.empty?

            [candidate('talk', 'talk', 'Ask about the pain', [1, 2, 3], points: POINTS[:pain], must: true, reasons: @at.holds.map(&:words),
                       words: 'What hurt, when, and does it still? Look at the hold and the shoulders together; leave out what brings it back.',
                       caution: 'Pain that stays or comes back belongs with a doctor or a physiotherapist who knows musicians.')]
          end

          def warm_up
            usual = (@at.minutes / 12).clamp(1, 5)
            reason = @at.holds.any? ? 'gently: something hurt' : 'body and bow hand first, always'
            [candidate('warm-up', 'warm-up', 'Body and bow hand', [1, usual, usual + 2], points: POINTS[:warm_up], must: @at.minutes >= SHORT,
                       reasons: [reason], words: 'Whole body, then the hold, then one or two exercises of the bow hand.')]
          end

          # Within long lessons; hands and heads need one.
          def rests
            count = @at.minutes > LONG ? @at.minutes / 45 : 0
            Array.new(count) do |at|
              candidate(ItemId.text('rest', at + 1), 'rest', 'Rest', [3, 5, 5], points: POINTS[:rest], must: true, reasons: ['a long lesson'],
                        words: 'Instrument down, water, a few steps, shake out.')
            end
          end

          def card
            [candidate('card', 'card', 'Set the work for home', [1, 2, 3], points: POINTS[:card], must: @at.minutes >= SHORT,
                       reasons: ['so that the days until the next lesson count'], words: 'Say together what to do each day, and for how long.')]
          end
        end
      end
    end
  end
end
