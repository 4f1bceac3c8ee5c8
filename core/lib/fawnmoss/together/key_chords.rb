# frozen_string_literal: true

module Fawnmoss
  module Together
    # The chords that a key has.
    module KeyChords
      KNOWN = LruRedux::ThreadSafeCache.new(64)
      NUMERALS = %w[I II III IV V VI VII].freeze
      TRIADS = { [4, 7] => '', [3, 7] => 'm', [3, 6] => 'dim', [4, 8] => 'aug' }.freeze # by semitones over the root
      LARGE = ['', 'aug'].freeze # kinds whose degree is written in capitals

      # Its seven triads and the dominant seventh, in minor with the leading note. List of Chord.
      #   KeyChords.of(Theory::Key.parse('A minor')).map(&:to_s) # => ["Am", "Bdim", "C", "Dm", "E", "F", "G", "E7", "G#dim", "Em"]
      def self.of(key) = KNOWN.getset(key) { built(key).freeze }

      # The tonic chord.
      def self.tonic(key) = of(key).first

      def self.built(key)
        step = key.tonic_pitch.step
        triads = (0..6).map { triad(key, step + _1, _1) }
        key.mode == 'minor' ? raised(key, step, triads) : [*triads, seventh(key, step, triads)].compact
      end

      # In minor the dominant has the leading note; the seventh degree with it is a chord of its own, and the plain fifth stays as the last.
      def self.raised(key, step, triads)
        fifth = key.at(step + 4).name
        leading = key.at(step + 6).up(Theory::Interval.new(steps: 0, semitones: 1)).name
        dominant, with_seventh, diminished = [[fifth, '', 'V'], [fifth, '7', 'V7'], [leading, 'dim', 'vii']].map { chord(*_1) }
        [*triads[0..3], dominant, *triads[5..], with_seventh, diminished, triads[4]]
      end

      def self.triad(key, step, degree)
        root, third, fifth = [0, 2, 4].map { key.at(step + _1) }
        kind = TRIADS.fetch([third.midi - root.midi, fifth.midi - root.midi], '')
        numeral = NUMERALS[degree]
        chord(root.name, kind, LARGE.include?(kind) ? numeral : numeral.downcase)
      end

      # Only a major triad on the fifth degree wants home.
      def self.seventh(key, step, triads) = (chord(key.at(step + 4).name, '7', 'V7') if triads[4].degree == 'V')

      def self.chord(root, kind, degree) = Chord.new(symbol: Theory::ChordSymbol.new(root:, kind:, bass: nil), degree:)
      private_class_method :built, :raised, :triad, :seventh, :chord
    end
  end
end
