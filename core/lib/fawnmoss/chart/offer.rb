# frozen_string_literal: true

module Fawnmoss
  module Chart
    # A way to move a tune into an instrument's reach. interval: Theory::Interval; key: name of the key there;
    # words: "an octave lower", "in D major, a fifth lower".
    Offer = Value.of(:interval, :key, :words) do
      # Octaves that fit, nearest first; failing that, the nearest keys with at most four sharps or flats.
      # fits: called with the notes of a sound (anything with a pitch), answers whether the instrument takes them.
      def self.for(tune, &fits)
        pitches = Fingering::Sounds.of(tune.played).map { |sound| sound.map(&:pitch) }.uniq
        octaves = [-1, 1, -2, 2, -3].map { Theory::Interval.octaves(_1) }.select { reach?(pitches, _1, &fits) }
        chosen = octaves.empty? ? keys(tune, pitches, &fits).first(3) : octaves.first(2)
        chosen.map { |interval| new(interval:, key: tune.key.up(interval).name, words: words(tune, interval)) }
      end

      def self.reach?(pitches, interval, &fits)
        pitches.all? { |sound| fits.call(sound.map { self::Moved.new(_1.up(interval)) }) }
      rescue InvalidInput
        false
      end

      def self.keys(tune, pitches, &fits)
        self::STEPS.flat_map { |steps, semitones| [Theory::Interval.new(steps:, semitones:), Theory::Interval.new(steps: -steps, semitones: -semitones)] }
                   .flat_map { |near| [0, -1, 1, -2].map { |octave| Theory::Interval.new(steps: near.steps + (7 * octave), semitones: near.semitones + (12 * octave)) } }
                   .sort_by { [_1.semitones.abs, _1.semitones] }.uniq
                   .select { |interval| (tune.key.up(interval)&.fifths || 7).abs <= 4 && reach?(pitches, interval, &fits) }
      end

      # How far and where to, in words.
      def self.words(tune, interval)
        interval.whole_octaves? ? interval.words : "in #{tune.key.up(interval).name}, #{interval.words}"
      end
      private_class_method :reach?, :keys
    end

    Offer::Moved = Struct.new(:pitch)
    Offer::STEPS = [[1, 2], [2, 3], [2, 4], [3, 5], [4, 7], [5, 9], [6, 10]].freeze
  end
end
