# frozen_string_literal: true

module Fawnmoss
  module Together
    # A chord under a tune. symbol: Theory::ChordSymbol; degree: what it is in its key, "V7", nil where it is none of the key's.
    Chord = Value.of(:symbol, :degree) do
      # A symbol as printed or typed, in a key. nil where it is no chord symbol.
      #   Chord.parse('A7', Theory::Key.parse('D major')).degree # => "V7"
      def self.parse(text, key)
        symbol = Theory::ChordSymbol.parse(text) or return
        own = KeyChords.of(key).find { _1.symbol == symbol.copy(bass: nil) }
        new(symbol:, degree: own&.degree)
      end

      # names: of its notes, root first ("A", "C#", "E", "G"); classes: their semitones over C; bass: the lowest one's name.
      # root_class, bass_class: of its root and lowest note.
      attr_reader :names, :classes, :bass, :root_class, :bass_class

      def derive
        root = Theory::Pitch.parse("#{symbol.root}4")
        pitches = self.class.tones(symbol.kind).map { |steps, semitones| self.class.spelled(root, steps, semitones) }
        @names = pitches.map(&:name).freeze
        @classes = pitches.map { _1.midi % 12 }.freeze
        @root_class = root.midi % 12
        @bass = symbol.bass || symbol.root
        @bass_class = Theory::Pitch.parse("#{@bass}4").midi % 12
      end

      # Beyond double accidentals the note is written as it sounds.
      def self.spelled(root, steps, semitones)
        root.up(Theory::Interval.new(steps:, semitones:))
      rescue InvalidInput
        Theory::Pitch.parse("#{Theory::ChordSymbol::USUAL[(root.midi + semitones) % 12]}4")
      end

      # [[steps, semitones] over the root, ...] of what stands behind it; what is added besides counts as free.
      def self.tones(kind) = self::KINDS.fetch(self::BEGINNINGS.find { kind.start_with?(_1) }.to_s)

      def to_s = symbol.to_s
      def has?(midi) = classes.include?(midi % 12)
      def tonic? = %w[I i].include?(degree)
      def dominant? = self.class::DOMINANTS.include?(degree)

      # The same root, with or without a seventh.
      def like?(other) = symbol.root == other.symbol.root && degree&.delete('7') == other.degree&.delete('7')
    end

    Chord::DOMINANTS = %w[V V7 vii].freeze
    # The notes of each kind over its root, as a number of the major scale each, and what those are in [steps, semitones].
    Chord::NUMBERS = { '1' => [0, 0], '2' => [1, 2], 'b3' => [2, 3], '3' => [2, 4], '4' => [3, 5], 'b5' => [4, 6], '5' => [4, 7], '#5' => [4, 8],
                       '6' => [5, 9], 'bb7' => [6, 9], 'b7' => [6, 10], '7' => [6, 11] }.freeze
    Chord::KINDS = { '' => '1 3 5', 'maj' => '1 3 5', 'M' => '1 3 5', 'm' => '1 b3 5', 'min' => '1 b3 5', '-' => '1 b3 5', 'dim' => '1 b3 b5', '°' => '1 b3 b5',
                     'o' => '1 b3 b5', 'aug' => '1 3 #5', '+' => '1 3 #5', '7' => '1 3 5 b7', 'maj7' => '1 3 5 7', 'M7' => '1 3 5 7', 'Δ' => '1 3 5 7',
                     'm7' => '1 b3 5 b7', 'min7' => '1 b3 5 b7', '-7' => '1 b3 5 b7', 'dim7' => '1 b3 b5 bb7', '°7' => '1 b3 b5 bb7', 'm7b5' => '1 b3 b5 b7',
                     'ø' => '1 b3 b5 b7', '6' => '1 3 5 6', 'm6' => '1 b3 5 6', 'sus4' => '1 4 5', 'sus' => '1 4 5', 'sus2' => '1 2 5', '5' => '1 5' }
                   .transform_values { |numbers| numbers.split.map { Chord::NUMBERS.fetch(_1) } }.freeze
    Chord::BEGINNINGS = Chord::KINDS.keys.reject(&:empty?).sort_by { -_1.size }.freeze
  end
end
