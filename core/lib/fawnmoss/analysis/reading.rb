# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # What to see in a tune before playing it (guide page on practice): facts and short sentences.
    module Reading
      VALUES = { 'whole' => 'whole notes', 'half' => 'halves', 'quarter' => 'quarters', 'eighth' => 'eighths', '16th' => 'sixteenths',
                 '32nd' => 'thirty-seconds', '64th' => 'sixty-fourths' }.freeze
      NUMBERS = %w[no one two three four five six seven eight nine ten eleven twelve].freeze

      # meter: in words; values: note values used, longest first; learn, play: bars that differ, bars there are; lowest, highest,
      # first, last: written pitches; longest: "bar:beat" of the longest note; pickup: length in quarters or nil; strings:
      # letters used.
      Facts = Value.of(:meter, :values, :learn, :play, :lowest, :highest, :first, :last, :longest, :pickup, :strings)

      # tune; notes: Score::Played; strings: letter of the string of each; same: groups of equal bars (Sameness.bars).
      def self.of(tune, notes, strings, same)
        bars = tune.bars.count { |bar| bar.notes.any?(&:pitch) }
        Facts.new(meter: meters(tune), values: values(tune), learn: bars - same.sum { _1.size - 1 }, play: bars, strings: strings.uniq,
                  pickup: (tune.pickup if tune.pickup.positive?), longest: longest(notes), **pitches(notes.map(&:pitch)))
      end

      def self.pitches(pitches)
        lowest, highest = pitches.minmax_by(&:midi)
        { lowest:, highest:, first: pitches.first, last: pitches.last }.transform_values(&:to_s)
      end

      def self.longest(notes)
        note = notes.max_by(&:duration)
        Score::Fraction.place(note.bar, note.count)
      end

      # In words, one after the other where they change.
      def self.meters(tune) = tune.bars.map(&:meter).uniq.map { meter(_1) }.uniq.first(4).join(', then ')

      # "count six, feel two" in 6/8; "count three" in 3/4.
      def self.meter(meter)
        return 'no meter: count each note' if meter.free?

        count = NUMBERS.fetch(meter.beats) { meter.beats.to_s }
        meter.compound? ? "count #{count}, feel #{NUMBERS[meter.beats / 3]}" : "count #{count}"
      end

      # Names of the note values, with dots and triplets said apart.
      def self.values(tune)
        sounded = tune.notes.reject(&:rest?)
        plain = VALUES.select { |type, _| sounded.any? { _1.type == type } }.values
        groups = sounded.filter_map(&:tuplet).map { _1.triplet? ? 'triplets' : 'other groups' }.uniq.sort.reverse
        [*plain, *('dots' if sounded.any? { _1.dots.positive? }), *groups]
      end
      private_class_method :pitches, :longest, :meters, :meter, :values
    end
  end
end
