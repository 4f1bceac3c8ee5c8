# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # Something a lesson could hold. Fields as in Item; points: what its usual length is worth; least, usual, most: minutes; must: in
      # any case; after: ids of looks that have to be chosen with it, since it rests on them.
      Candidate = Value.of(:id, :kind, :title, :reasons, :skill, :tune, :tune_title, :words, :line, :checks, :caution, :say, :scale, :points,
                           :least, :usual, :most, :must, :after, :fixed, :also) do
        # [[minutes, value], ...] from the least to the most: half of the points for the least, all for the usual length, a fifth
        # more for the most (ours). Values in hundredths of a point, whole numbers.
        def sizes
          return [[fixed, 100 * points]] if fixed

          (least..most).map { |minutes| [minutes, value(minutes)] }
        end

        def new? = kind == 'new'

        def item(minutes = usual)
          Item.new(id:, kind:, title:, minutes:, reasons:, skill:, tune:, tune_title:, words:, line:, checks: checks || [], caution:,
                   pinned: !fixed.nil?, say:, scale: scale || 'playing', also:)
        end

        private

        def value(minutes)
          return points * part(50, 100, minutes - least, usual - least) if minutes <= usual

          points * part(100, 120, minutes - usual, most - usual)
        end

        def part(from, to, done, all) = all.zero? ? to : from + ((to - from) * done / all)
      end
    end
  end
end
