# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # What is left of a lesson, fitted into the minutes that are left.
      module Refit
        # Those that go first when there is not a minute for each: the card is kept, then what was promised or new.
        KEPT = %w[card new first spots tune scale review own sound warm-up talk free rest].freeze

        # items: the Items to come; minutes: left, 0 or more. Returns [Items with new minutes, Items for which there is no time]: each
        # keeps its share, none is under a minute, and together they take the minutes left, or less when less was planned.
        def self.call(items, minutes)
          return [items, []] if items.sum(&:minutes) <= minutes

          kept = items.sort_by.with_index { |item, at| [KEPT.index(item.kind), at] }.first([minutes, 0].max)
          staying, late = items.partition { |item| kept.any? { _1.equal?(item) } }
          times = Practice::Minutes.share(minutes, staying.map(&:minutes))
          [staying.zip(times).map { |item, own| item.copy(minutes: own) }, late]
        end
      end
    end
  end
end
