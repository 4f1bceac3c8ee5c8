# frozen_string_literal: true

module Fawnmoss
  module Theory
    # A chord as its symbol says it. root, bass: names of notes ("F#"), bass nil where it is the root; kind: what stands between, "m7".
    ChordSymbol = Value.of(:root, :kind, :bass) do
      # "F#m7/C#" -> ChordSymbol, or nil for what is none.
      #   ChordSymbol.parse('F#m7/C#').kind # => "m7"
      def self.parse(text)
        match = self::PATTERN.match(text.to_s.tr('♯♭', '#b')) or return
        new(root: match[:root], kind: match[:kind], bass: match[:bass])
      end

      def to_s = "#{root}#{kind}#{"/#{bass}" if bass}"

      # The chord an Interval higher, spelled by its steps.
      #   ChordSymbol.parse('Am/C').up(Interval.new(steps: 3, semitones: 5)).to_s # => "Dm/F"
      def up(interval) = copy(root: move(root, interval), bass: bass && move(bass, interval))

      private

      # Beyond double accidentals the usual name of the key.
      def move(name, interval)
        pitch = Pitch.parse("#{name}4")
        pitch.up(interval).name
      rescue InvalidInput
        self.class::USUAL[(pitch.midi + interval.semitones) % 12]
      end
    end

    ChordSymbol::PATTERN = %r{\A(?<root>[A-G](?:##?|bb?)?)(?<kind>(?:maj|min|dim|aug|sus|add|alt|omit|no|[mM+\-°øΔo\d#b(),])*)(?:/(?<bass>[A-G](?:##?|bb?)?))?\z}
    ChordSymbol::USUAL = %w[C Db D Eb E F F# G Ab A Bb B].freeze
  end
end
