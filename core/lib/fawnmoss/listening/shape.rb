# frozen_string_literal: true

module Fawnmoss
  module Listening
    # How loud a take was against what is written: hairpins, and where one dynamic follows another. What is hardly there is told as not done; recordings of
    # phones press loud and soft together, so little is asked for.
    class Shape
      LEVELS = %w[ppp pp p mp mf f ff fff].freeze
      FEWEST = 3 # notes on each side, or in a hairpin, that tell something
      GROWS = 1.5 # dB from the first third of a hairpin to the last
      STEP = 1.5 # dB between two dynamics

      # heard: Heard. Returns [{ bars: [first, last], asked: 'grow', 'fade', 'louder' or 'softer', heard: dB, done: true or false }, ...] in the
      # order of playing.
      def self.of(heard) = new(heard).list

      def initialize(heard)
        @notes = heard.notes.select { _1.loudness && !_1.missing? }
      end

      def list = (hairpins + steps).sort_by { _1[:bars] }

      private

      # Directions that stand at a heard note, in order: [[place in @notes, Score::Direction], ...].
      def directions = @directions ||= @notes.each_with_index.flat_map { |note, at| note.entry.note.note.directions.map { [at, _1] } }

      def hairpins
        found = directions.select { |_, direction| Score::Hairpins.hairpin?(direction) }
        found.each_cons(2).filter_map do |(from, start), (to, finish)|
          next if start.kind == :hairpin_end || finish.kind != :hairpin_end || to - from + 1 < FEWEST

          notes = @notes[from..to]
          third = [notes.size / 3, 1].max
          told(notes, start.kind == :crescendo ? 'grow' : 'fade', middle(notes.last(third)) - middle(notes.first(third)), GROWS)
        end
      end

      # Between one dynamic and the next, hairpins or not.
      def steps
        marks = directions.select { |_, direction| direction.kind == :dynamic && LEVELS.include?(direction.text) }
        marks.each_cons(2).with_index.filter_map do |((from, before), (at, after)), number|
          change = LEVELS.index(after.text) <=> LEVELS.index(before.text)
          notes = [@notes[from...at], @notes[at...(marks.fetch(number + 2, [@notes.size])[0])]]
          next if change.zero? || notes.any? { _1.size < FEWEST }

          told([@notes[at]], change.positive? ? 'louder' : 'softer', middle(notes[1]) - middle(notes[0]), STEP)
        end
      end

      def middle(notes) = Middle.of(notes.map(&:loudness))

      def told(notes, asked, heard, least)
        up = %w[grow louder].include?(asked)
        { bars: [notes.first, notes.last].map { _1.entry.note.bar }, asked:, heard: heard.round(1) + 0.0, done: up ? heard >= least : heard <= -least }
      end
    end
  end
end
