# frozen_string_literal: true

module Fawnmoss
  module Practice
    # The pitches of scales and arpeggios, spelled: up, and down again from the top.
    class ScaleNotes
      KINDS = %w[major natural-minor harmonic-minor melodic-minor chromatic arpeggio].freeze
      # [staff steps, semitones] above the tonic.
      MAJOR = [[0, 0], [1, 2], [2, 4], [3, 5], [4, 7], [5, 9], [6, 11]].freeze
      MINOR = [[0, 0], [1, 2], [2, 3], [3, 5], [4, 7], [5, 8], [6, 10]].freeze
      STEPS = {
        'major' => MAJOR, 'natural-minor' => MINOR,
        'harmonic-minor' => [*MINOR.first(6), [6, 11]].freeze,
        'melodic-minor' => [*MINOR.first(5), [5, 9], [6, 11]].freeze # going up; natural minor coming down
      }.freeze

      # key: Theory::Key with the tonic; kind: of KINDS.
      def initialize(key, kind)
        @key = key
        @kind = kind
      end

      # Pitches from the tonic in `octave` up through `octaves`, tonic included.
      #   ScaleNotes.new(Key.parse('G major'), 'major').up(3, 1).map(&:to_s) # => ["G3", "A3", "B3", "C4", "D4", "E4", "F#4", "G4"]
      def up(octave, octaves) = spelled(rising, octave, 0, octaves)

      # Pitches from the top tonic down to the tonic in `octave`.
      def down(octave, octaves) = spelled(falling, octave, 0, octaves).reverse

      # Pitches above the top tonic while the block answers true: on to the top finger.
      def beyond(octave, octaves, &)
        return [] if @kind == 'arpeggio'

        spelled(rising, octave, octaves, octaves + 1).drop(1).take_while(&)
      end

      # The same pitches on the way back.
      def back(beyond, octave, octaves)
        return beyond.reverse.drop(1) unless @kind == 'melodic-minor' || @kind == 'chromatic'

        spelled(falling, octave, octaves, octaves + 1).drop(1).select { |pitch| pitch.midi < beyond.last.midi }.reverse
      end

      private

      def rising
        return chromatic(1) if @kind == 'chromatic'
        return STEPS.fetch(@kind) unless @kind == 'arpeggio'

        (@key.minor? ? MINOR : MAJOR).values_at(0, 2, 4)
      end

      def falling
        return chromatic(-1) if @kind == 'chromatic'

        @kind == 'melodic-minor' ? MINOR : rising
      end

      # Every semitone: a note of the key as the key writes it, else a natural, else a sharp going up and a flat coming down.
      def chromatic(way)
        own = @key.minor? ? MINOR : MAJOR
        (0..11).map { |semitones| own.find { |_, size| size == semitones } || passing(semitones, way) }
      end

      def passing(semitones, way)
        tonic = @key.tonic_pitch
        (0..6).map { |step| [step, semitones] }.min_by do |step, size|
          alter = plain_alter(tonic, step, size)
          alter.zero? ? 0 : (alter - way).abs + 1
        end
      end

      # The accidental that the letter `step` above the tonic needs to sound `semitones` above it.
      def plain_alter(tonic, step, semitones) = tonic.midi + semitones - Theory::Pitch.at(tonic.step + step).midi

      def spelled(steps, octave, from, to)
        tonic = Theory::Pitch.parse("#{@key.tonic}#{octave}")
        degrees = (from...to).flat_map { |turn| steps.map { |step, semitones| [step + (7 * turn), semitones + (12 * turn)] } }
        [*degrees, [7 * to, 12 * to]].map { |step, semitones| tonic.up(Theory::Interval.new(steps: step, semitones:)) }
      end
    end
  end
end
