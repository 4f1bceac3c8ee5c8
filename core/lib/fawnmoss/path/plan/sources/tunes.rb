# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      module Sources
        # The tunes in work: their spots, and playing them.
        class Tunes < Maker
          MOST = 2

          def list
            @at.tunes.first(MOST).flat_map.with_index do |tune, at|
              since = "in work since #{tune.since.strftime('%-d %B')}"
              reasons = [@promised[['tune', tune.tune]]&.words, since, ("last mark #{tune.last}" if tune.last)].compact
              points = promise_points('tune', tune.tune) - (10 * at)
              [(spots(tune, points, reasons) if tune.spots.any?), play(tune, points, reasons)].compact
            end
          end

          private

          def spots(tune, points, reasons)
            asks = tune.unmet.filter_map { @map[_1]&.name }
            asks = asks.any? ? ["still asks for: #{asks.first(3).join(', ')}"] : []
            candidate(ItemId.text('spots', tune.tune), 'spots', "Spots of #{tune.title}", [4, 6, 10], points: POINTS[:spots] + points, **about(tune),
                      reasons: reasons + asks, words: tune.spots.join('; '))
          end

          def play(tune, points, reasons)
            candidate(ItemId.text('tune', tune.tune), 'tune', "Play #{tune.title}", [2, 4, 6], points: POINTS[:tune] + points, **about(tune), reasons:,
                      words: 'Through without a stop, or together; then one thing that was good and one to do again.')
          end

          def about(tune) = { tune: tune.tune, tune_title: tune.title }
        end
      end
    end
  end
end
