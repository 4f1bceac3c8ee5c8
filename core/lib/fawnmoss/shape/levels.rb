# frozen_string_literal: true

module Fawnmoss
  # How a tune is played as music: how loud each note is, what a phrase grows to, where it breathes, two verses not alike.
  module Shape
    # Steps of loudness, 0 the softest that speaks, 10 the loudest that does not scratch.
    module Levels
      ALL = (0..10)
      PLAIN = 5
      DECIBELS = 2.0 # from one level to the next; so pp and ff lie 16 dB apart (ours)
      DYNAMICS = { 'pppp' => 0, 'ppp' => 0, 'pp' => 1, 'p' => 3, 'mp' => 4, 'mf' => 5, 'f' => 7, 'ff' => 9, 'fff' => 10, 'ffff' => 10 }.freeze
      # A stroke that is loud at once, and what holds after it, nil for what held before.
      SUDDEN = { 'fp' => 3, 'sfp' => 3, 'pf' => 7, 'sf' => nil, 'sfz' => nil, 'sffz' => nil, 'fz' => nil, 'rf' => nil, 'rfz' => nil }.freeze
      WORDS = { 'pp' => 'very soft', 'p' => 'soft', 'mp' => 'half soft', 'mf' => 'half loud', 'f' => 'loud', 'ff' => 'very loud' }.freeze

      # The dynamic that comes nearest; of two as near the one in the middle of the scale.
      #   Levels.name(8) # => "f"
      def self.name(level) = WORDS.keys.min_by { |text| [(DYNAMICS[text] - level).abs, (DYNAMICS[text] - PLAIN).abs] }

      # "soft", "half loud".
      def self.words(level) = WORDS.fetch(name(level))

      # Over mf.
      def self.decibels(level) = (level - PLAIN) * DECIBELS
    end
  end
end
