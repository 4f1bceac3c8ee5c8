# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # Chooses candidates and their minutes: the greatest value within the time, exactly. At most so many new things; a new
      # thing only together with the looks it rests on. A knapsack with sizes: for every way to choose the new things (they are few)
      # one table over the minutes. See docs/path.md, "The lesson plan".
      class Fill
        # chosen: { Candidate => minutes }, by identity; value: hundredths of a point.
        Choice = Value.of(:chosen, :value)

        # candidates: Candidate list; minutes: of the lesson; new_things: at most.
        def initialize(candidates, minutes, new_things)
          @candidates = candidates
          @minutes = minutes
          @by_id = candidates.to_h { [_1.id, _1] }
          @new_things = new_things
        end

        # Returns Choice, or nil when what must be in takes longer than the lesson.
        def best
          worth, rows, minutes = ways.filter_map { |news| fill(news) }.max_by(&:first)
          worth && Choice.new(chosen: back(rows, minutes), value: worth)
        end

        private

        # Every set of new things allowed; those that must be in are in each.
        def ways
          must, free = @candidates.select(&:new?).partition(&:must)
          (0..[@new_things - must.size, 0].max).flat_map { |count| free.combination(count).map { must + _1 } }
        end

        # What is in any case or may be in freely is laid out once; each way adds its new things, the looks they rest on, and the
        # other such looks, which are then free. Returns [value, rows, minutes], or nil where it does not go.
        def fill(news)
          looks = news.flat_map(&:after).uniq
          return unless looks.all? { @by_id.key?(_1) }

          @ground ||= rows([[0] + Array.new(@minutes), []], *ground)
          worth, rows = rows(@ground, news + bound.select { looks.include?(_1.id) }, bound.reject { looks.include?(_1.id) })
          best = (0..@minutes).select { worth[_1] }.max_by { [worth[_1], _1] } # of equal worth the fuller lesson
          best && [worth[best], rows, best]
        end

        # Looks that some new thing rests on.
        def bound = @bound ||= @candidates.select { bound?(_1) }
        def bound?(one) = one.after.empty? && !one.must && afters.include?(one.id)
        def afters = @afters ||= @candidates.flat_map(&:after)
        def ground = @candidates.reject { _1.new? || bound?(_1) }.partition(&:must)

        # Row by row: worth[m] is the most that the candidates so far are worth in exactly m minutes, nil where that cannot be.
        def rows((worth, rows), always, free)
          added = [*always.map { [_1, true] }, *free.map { [_1, false] }].map do |candidate, must|
            worth, taken = row(worth, candidate.sizes, must)
            [candidate, taken]
          end
          [worth, rows + added]
        end

        def row(worth, sizes, always)
          found = always ? Array.new(worth.size) : worth.dup
          taken = Array.new(worth.size, 0)
          sizes.each do |minutes, value|
            (minutes..@minutes).each do |at|
              before = worth[at - minutes]
              next if before.nil? || (found[at] && found[at] >= before + value)

              found[at] = before + value
              taken[at] = minutes
            end
          end
          [found, taken]
        end

        def back(rows, minutes)
          rows.reverse_each.with_object({}.compare_by_identity) do |(candidate, taken), chosen|
            next if taken[minutes].zero?

            chosen[candidate] = taken[minutes]
            minutes -= taken[minutes]
          end
        end
      end
    end
  end
end
