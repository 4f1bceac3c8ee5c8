# frozen_string_literal: true

module Fawnmoss
  module Practice
    # The friendliest key of a tune for an instrument and a pupil, or one key for a mixed group: every key and octave in reach is
    # charted and ranked by the skills it asks for beyond those had, then by the cost of the chart.
    class FriendlyKeys
      # key: name; interval: Theory::Interval from the tune as written (for a group a list, one an instrument); unmet: skill ids
      # (for a group those of the worst off); cost: in plain crossings; words: "in D major, a fifth lower".
      Ranked = Value.of(:key, :interval, :unmet, :cost, :words)

      MOST_SIGNS = 6
      OCTAVES = (-4..3)

      # tune: Score::Tune; catalogue: Catalogue.
      def initialize(tune, catalogue)
        @tune = tune
        @catalogue = catalogue
      end

      # request: Chart::Request of the pupil, with `had`. Returns Ranked list, the friendliest first; empty when nothing fits.
      def list(request)
        intervals.filter_map { |interval| ranked(interval, request) }.sort_by { [_1.unmet.size, _1.cost, _1.interval.semitones.abs, _1.interval.semitones] }
      end

      # requests: one a pupil. One key for all, each instrument in its own octave: ranked by the worst off, then by the sum.
      def for_group(requests)
        lists = requests.map { |request| list(request).group_by(&:key).transform_values(&:first) }
        common = lists.map(&:keys).inject(:&)
        common.map { |key| shared(key, lists.map { _1.fetch(key) }) }.sort_by { |ranked, sum| [ranked.unmet.size, sum, ranked.cost] }.map(&:first)
      end

      # A key for players who all have open strings: ranked by how well those go with the tune, which nobody of them plays. instruments:
      # Instrument::Instrument list.
      def on_open_strings(instruments)
        found = spelled.map(&:within_octave).filter_map { |interval| with_open_strings(interval, instruments) }
        found.sort_by { [_1.cost, _1.interval.first.semitones.abs, _1.interval.first.semitones] }
      end

      private

      # Every transposition to another key or octave, spelled so that keys stay readable.
      def intervals
        spelled.product(OCTAVES.to_a).map { |one, octave| Theory::Interval.new(steps: one.steps + (7 * octave), semitones: one.semitones + (12 * octave)) }
      end

      # One transposition to each key.
      def spelled
        keys = (0..6).flat_map { |steps| (0..11).map { |semitones| Theory::Interval.new(steps:, semitones:) } }
        keys.select { readable?(_1) }.group_by(&:semitones).values.map { |same| same.min_by { |one| [@tune.key.up(one).fifths.abs, one.steps] } }
      end

      def readable?(interval)
        key = @tune.key.up(interval)
        key && key.fifths.abs <= MOST_SIGNS
      end

      def ranked(interval, request)
        return unless near?(interval, request.instrument)

        outline = Chart::Solve.outline(@tune, request.copy(transpose: interval, pins: []), @catalogue)
        return if outline.is_a?(Chart::Impossible)

        Ranked.new(key: @tune.key.up(interval).name, interval:, unmet: outline.demand_bars.keys - request.had, cost: outline.cost, words: words(interval))
      rescue InvalidInput # a note that could only be written with three sharps or flats
        nil
      end

      # Out of the instrument's compass at once, without solving.
      def near?(interval, instrument)
        @compass ||= @tune.notes.filter_map { _1.pitch&.midi }.minmax
        @compass.first + interval.semitones >= instrument.lowest.midi && @compass.last + interval.semitones <= instrument.open.last.midi + 24
      end

      def words(interval)
        return "as written, in #{@tune.key.name}" if interval.semitones.zero?

        Chart::Offer.words(@tune, interval)
      end

      def with_open_strings(interval, instruments)
        moved = @tune.up(interval)
        cost = instruments.tally.sum { |instrument, players| Together::OpenStrings.new(moved, instrument).least * players }
        Ranked.new(key: moved.key.name, interval: instruments.map { interval }, unmet: [], cost: cost.round(2), words: words(interval))
      rescue InvalidInput # a note that could only be written with three sharps or flats
        nil
      end

      def shared(key, ranked)
        worst = ranked.max_by { [_1.unmet.size, _1.cost] }
        together = Ranked.new(key:, interval: ranked.map(&:interval), unmet: worst.unmet, cost: ranked.sum(&:cost).round(2), words: "#{key} for all")
        [together, ranked.sum { _1.unmet.size }]
      end
    end
  end
end
