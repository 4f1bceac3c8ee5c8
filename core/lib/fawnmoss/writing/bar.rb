# frozen_string_literal: true

module Fawnmoss
  module Writing
    # A bar in the making. sounds: Notation::Events::Sound list; the rest as of Score::Bar.
    Bar = Value.of(:sounds, :key, :meter, :tempo, :clef, :repeat_start, :repeat_end, :ending, :line, :signs) do
      # Score::Bar of a Score::Tune -> Bar.
      def self.of(bar, tune)
        new(sounds: bar.chords.map { |chord| Sounds.of(chord) }.freeze, clef: bar.clef || tune.clef,
            **bar.to_h.slice(:key, :meter, :tempo, :repeat_start, :repeat_end, :ending, :line, :signs))
      end

      def length = sounds.sum(0r, &:length)

      # Nothing is to be written in it any more, even where it is short.
      def closed? = repeat_end || line != :single

      # The next one, empty, in which the same holds.
      def following = self.class.blank(key:, meter:, tempo:, clef:)

      def self.blank(**holding)
        new(sounds: [].freeze, repeat_start: false, repeat_end: false, ending: nil, line: :single, signs: [].freeze, **holding)
      end
    end
  end
end
