# frozen_string_literal: true

module Fawnmoss
  module Practice
    # What is to be watched for in each part of a tune that several play: where the hand shifts and the bow crosses. The bass is listed first, whose
    # crossings and shifts cost most (guide page on playing together, Groups), then who has more of them.
    module Watch
      # id: as given; shifts, crossings: how many; words: in a sentence.
      Part = Value.of(:id, :shifts, :crossings, :words)

      # charts: { id => Chart::Chart }. Returns Part list.
      def self.list(charts)
        charts.map { |id, chart| [chart, part(id, chart)] }
              .sort_by.with_index { |(chart, part), at| [chart.request.instrument.id == 'bass' ? 0 : 1, -part.shifts, -part.crossings, at] }.map(&:last)
      end

      def self.part(id, chart)
        shifts = chart.entries.select(&:shift).map { _1.note.bar }
        crossings = chart.crossings
        words = [shifting(shifts), crossing(crossings)].compact
        Part.new(id:, shifts: shifts.size, crossings: crossings.sum(&:crossings),
                 words: words.empty? ? 'Neither a shift nor a crossing.' : "#{words.join('; ').sub(/\A./, &:upcase)}.")
      end

      def self.shifting(bars)
        "#{bars.one? ? 'one shift' : "#{bars.size} shifts"}, in #{in_bars(bars.uniq)}" if bars.any?
      end

      def self.crossing(counts)
        all = counts.sum(&:crossings)
        over = counts.select { _1.skips.positive? }.map(&:bar)
        return if all.zero?

        "#{all == 1 ? 'one crossing' : "#{all} crossings"}, in #{in_bars(counts.map(&:bar))}#{", over a string in #{in_bars(over)}" if over.any?}"
      end

      def self.in_bars(list) = Chart::Difference.bars(list)
      private_class_method :part, :shifting, :crossing, :in_bars
    end
  end
end
