# frozen_string_literal: true

module Fawnmoss
  module Together
    # Something to play along with: bass notes on strong beats and chords on the beats between, over the tune's harmony, with its repeats. Which beats
    # have what is common practice, no source.
    class Backing
      # at, length: quarters at the tempo of the first bar, from the start; midi: as it sounds; voice: 'bass' or 'chord'.
      Sound = Value.of(:at, :length, :midi, :voice) do
        def to_answer = { at: at.to_f, length: length.to_f, midi:, voice: }
      end

      BASS = (40..52) # MIDI numbers of the bass notes: E2 to E3
      CHORD = (57..72) # of the chords: A3 to C5
      SHORT = 4/5r # of a beat that a chord is held

      # tune: Score::Tune in the key it is played in; prices: data of together.yml for harmony; set: as of Harmony. Returns Sound list, in order.
      def self.of(tune, prices, set: {}) = new(tune, prices, set).list

      def initialize(tune, prices, set)
        @tune = tune.alone
        @ground = Ground.new(@tune)
        @harmony = Harmony.new(@tune, prices, set:, ground: @ground)
      end

      def list
        unfolded = Score::Unfolding.tune(@tune)
        clock = Score::Clock.new(unfolded)
        at = 0r
        Score::Unfolding.new(@tune.bars).order.flat_map do |index|
          from = at
          at += @tune.bars[index].length
          bar(index).map { |beat, length, midi, voice| Sound.new(at: clock.at(from + beat), length: clock.length(from + beat, length), midi:, voice:) }
        end
      end

      private

      # [[quarters from the bar's start, length, midi, voice], ...] of a bar; a pick-up has none.
      def bar(index)
        (@bars ||= {})[index] ||= begin
          places = @ground.beats(index)
          places.flat_map.with_index { |at, number| beat(at, (places[number + 1] || @ground.starts[index + 1]) - at, number) }
                .map { |at, *rest| [at - @ground.starts[index], *rest] }
        end
      end

      def beat(at, length, number)
        chord = @harmony.at(at) or return []
        return [[at, length, bass(chord, at, number), 'bass']] if strong?(at, number)

        voiced(chord).map { |midi| [at, length * SHORT, midi, 'chord'] }
      end

      # Of two beats the first, of three the first, of four the first and third.
      def strong?(at, number) = number.zero? || @ground.spot(at).strength.positive?

      # The root where a chord is new or a bar begins, else its fifth, as near as it comes.
      def bass(chord, at, number)
        root = low(chord.bass_class)
        return root if number.zero? || @harmony.begins?(at)

        fifth = chord.classes[2] ? low(chord.classes[2]) : root
        fifth > root + 7 ? fifth - 12 : fifth
      end

      def low(pitch_class) = BASS.find { _1 % 12 == pitch_class }

      # Its first three notes as near as they come to those before.
      def voiced(chord) = @last = shapes(chord).min_by { |shape| [@last ? way(shape, @last) : shape.first - CHORD.first, shape] }

      # How far the outer notes go: a chord may have two notes only.
      def way(shape, other) = (shape.first - other.first).abs + (shape.last - other.last).abs

      # Every close position in reach.
      def shapes(chord)
        classes = chord.classes.first(3)
        classes.each_index.flat_map do |turn|
          row = classes.rotate(turn)
          CHORD.select { _1 % 12 == row.first }.map { |lowest| row.inject([]) { |found, own| found << above(found.last || lowest, own, found.empty?) } }
        end
      end

      def above(note, pitch_class, first) = first ? note : note + ((pitch_class - note) % 12)
    end
  end
end
