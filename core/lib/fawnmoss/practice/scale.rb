# frozen_string_literal: true

module Fawnmoss
  module Practice
    # Writes a scale or an arpeggio for an instrument: up and down, in a rhythm, with slurs and a fourth-finger convention.
    class Scale
      # open, fourth: one or the other throughout; descending: open strings going up, fourth fingers coming down; check-pairs:
      # both, one after the other, to hear whether 4 is high enough (going up 4 then open, coming down open then 4).
      FOURTHS = %w[open fourth descending check-pairs].freeze
      ENDS = %w[tonic top].freeze
      # Where it begins when there is a choice: as low as the instrument goes, on an open string (else low), as high as fits.
      STARTS = %w[lowest open highest].freeze
      OCTAVES = (1..4)
      TONICS = %w[C G D A E B F Bb Eb].freeze # offered when a key does not fit
      CHOICES = { kind: ScaleNotes::KINDS, octaves: OCTAVES, fourth: FOURTHS, begins: STARTS, to: ENDS }.freeze

      # The value, when the field may have it. Raises InvalidInput naming the field.
      #   Scale.choice(:to, 'top') # => "top"
      def self.choice(field, value)
        return value if CHOICES.fetch(field).include?(value)

        raise InvalidInput.new("#{value.inspect} is not possible here", where: { field: field.to_s }, remedy: "Choose #{CHOICES.fetch(field).to_a.join(', ')}.")
      end

      # What a scale is called, without its octaves. kind: of ScaleNotes::KINDS, nil for the usual one of the key's mode.
      #   Scale.called(Key.parse('D major'), 'arpeggio') # => "D major arpeggio"
      def self.called(key, kind = nil)
        kind ||= usual(key)
        "#{key.tonic} #{kind == 'arpeggio' ? "#{key.mode} arpeggio" : kind.tr('-', ' ')}"
      end

      # Its kind where none is named.
      def self.usual(key) = key.mode == 'minor' ? 'natural-minor' : 'major'

      # instrument; key: Theory::Key; kind: of ScaleNotes::KINDS; octaves; positions: names; fourth: of FOURTHS; to: of ENDS;
      # begins: of STARTS, or the octave of the first tonic as written (4 is middle C's); rhythm: Rhythm; slur: notes to a bow (1..8), a
      # list of groups such as [3, 2], or 'octave'. Raises InvalidInput naming the field.
      def initialize(instrument:, key:, kind: nil, octaves: 1, positions: ['1'], fourth: 'open', begins: 'lowest', to: 'tonic', rhythm: Rhythm.named('plain'),
                     slur: 1)
        @instrument = instrument
        @key = key
        @kind = Scale.choice(:kind, kind || Scale.usual(key))
        @octaves = Scale.choice(:octaves, octaves)
        @fourth = Scale.choice(:fourth, fourth)
        @begins = begins.is_a?(Integer) ? begins : Scale.choice(:begins, begins)
        @to = Scale.choice(:to, to)
        @rhythm = rhythm
        @slur = slur
        @positions = positions
        @places = Fingering::Candidates.new(instrument, positions)
        @notes = ScaleNotes.new(key, @kind)
      end

      # Returns Exercise.
      #   Scale.new(instrument: violin, key: Key.parse('G major'), octaves: 2).exercise.tune.notes.size # => 30
      def exercise
        written = [*way_up.map { [_1, :up] }, *way_down.map { [_1, :down] }]
        pairs = written.flat_map { |pitch, way| checked(pitch, way) }
        tune, ids = ScaleWriter.new(@key, title, @rhythm, groups).write(pairs.map(&:first))
        pins = pairs.zip(ids).flat_map { |(_, finger), own| finger ? own.map { Chart::Pin.new(note: _1, finger:) } : [] }
        Exercise.new(tune:, pins: pins.freeze, fourth: school, advice: 'Louder going up, softer coming down; every note as good as the first.')
      end

      # Octaves in which it could begin, as written, the lowest first; [] when it fits nowhere.
      #   Scale.new(instrument: cello, key: Key.parse('D major')).starts # => [2, 3]
      def starts = (0..8).select { |octave| (@notes.up(octave, @octaves) + @notes.down(octave, @octaves)).all? { reached?(_1) } }

      private

      def title = "#{Scale.called(@key, @kind)}, #{@octaves} #{@octaves == 1 ? 'octave' : 'octaves'}"
      def school = @fourth == 'fourth' ? 'fourth' : 'open'

      # Slurs that the rhythm brings along go before a count of notes to a bow.
      def groups = @slur == 'octave' ? way_up.size - beyond.size : @slur

      def way_up = @notes.up(octave, @octaves) + beyond
      def beyond = @beyond ||= @to == 'top' ? @notes.beyond(octave, @octaves) { reached?(_1) } : []
      def way_down = (beyond.empty? ? [] : @notes.back(beyond, octave, @octaves)) + @notes.down(octave, @octaves).drop(beyond.empty? ? 1 : 0)

      # Of the octaves that the instrument takes whole.
      def octave
        @octave ||= chosen(starts) || out_of_reach
      rescue InvalidInput => e
        raise if e.where[:field]

        raise InvalidInput.new("#{title} cannot be written: #{e.message}", where: { field: 'key' }, remedy: 'Choose the same key by its other name.')
      end

      def chosen(starts)
        return starts.find { _1 == @begins } if @begins.is_a?(Integer)
        return starts.last if @begins == 'highest'

        (@begins == 'open' && starts.find { |octave| @places.for(@notes.up(octave, 1).first).any?(&:open?) }) || starts.first
      end

      def reached?(pitch) = @places.for(pitch).any?

      def out_of_reach
        fits = OCTAVES.select { |count| count < @octaves && (0..8).any? { |octave| @notes.up(octave, count).all? { reached?(_1) } } }.max
        raise InvalidInput.new("#{@key.name} in #{@octaves} #{@octaves == 1 ? 'octave' : 'octaves'} does not fit the #{@instrument.name} in these positions",
                               where: { field: 'octaves' }, remedy: fits ? "It fits in #{fits}." : "Allow more positions, or choose another key#{offers}.")
      end

      # ": G, A, E or F major fits", for keys that do; nothing when none does.
      def offers
        *first, last = TONICS.select { fits?(Theory::Key.of(_1, @key.mode)) }
        last && ": #{[first.join(', '), last].reject(&:empty?).join(' or ')} #{@key.mode} fits"
      end

      def fits?(key) = Scale.new(instrument: @instrument, key:, kind: @kind, octaves: @octaves, positions: @positions).starts.any?

      # [[pitch, finger to pin or nil], ...]: one note, or a check pair.
      def checked(pitch, way)
        return [[pitch, nil]] unless %w[descending check-pairs].include?(@fourth) && either?(pitch)
        return [[pitch, way == :up ? 0 : 4]] if @fourth == 'descending'

        way == :up ? [[pitch, 4], [pitch, 0]] : [[pitch, 0], [pitch, 4]]
      end

      def either?(pitch)
        places = @places.for(pitch)
        places.any?(&:open?) && places.any? { _1.finger == 4 && _1.placement != :extended }
      end
    end
  end
end
