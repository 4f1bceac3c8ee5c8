# frozen_string_literal: true

module Fawnmoss
  module Chart
    # The main job: one tune, one request -> a Chart, or Impossible with the bar and what to do.
    class Solve
      TOP_SPEED = { 'simple' => 1.25, 'full' => 1.6 }.freeze # bows a second: a comfortable arm (common practice, no source)
      TEMPO = 72

      # How a chart would turn out, without its words: cost in plain crossings; demand_bars, demand_notes as in Chart.
      Outline = Value.of(:cost, :demand_bars, :demand_notes)

      # tune: Score::Tune as stored; request: Request; catalogue: Catalogue (weights and drills).
      #   Solve.call(steps, Request.build(instrument: violin), catalogue).entries.map { _1.place.finger } # => [0, 1, 2, 3, ...]
      def self.call(tune, request, catalogue) = new(tune, request, catalogue).chart

      # The same tune and request -> Outline or Impossible, in a fraction of the time. offers: false leaves those of Impossible out.
      def self.outline(tune, request, catalogue, offers: false) = new(tune, request, catalogue, offers:).outline

      def initialize(tune, request, catalogue, offers: true)
        @offers = offers
        @request = request
        @instrument = request.instrument
        @tune = tune.up(request.transpose)
        @moved = request.transpose.semitones != 0
        @notes = @tune.played
        @sounds = Fingering::Sounds.of(@notes)
        @heads = @sounds.map(&:first)
        @catalogue = catalogue
        @warnings = []
      end

      # Returns Chart or Impossible.
      def chart
        solve || Build.new(tune: @tune, request: @request, sounds: @sounds, fingers: @fingers, bows: @bows, tempo:, warnings: @warnings,
                           pinned: { place: @placed.to_set, direction: turned.keys.to_set, join: joins.keys.to_set }, drills: @catalogue.drills).chart
      end

      def outline
        solve || Outline.new(cost: (@fingers.total + @bows.cost) / 100.0, demand_bars: demands.bars, demand_notes: demands.per_note.tally)
      end

      private

      def demands = @demands ||= Analysis::Demands.new(@tune, @instrument, @sounds, @fingers.places, @heads.map { @bows.join(_1.index) })

      # Fingers, then bows. Returns Impossible, or nil when all is well.
      def solve
        found = Possible.new(@tune, @sounds, @request, @moved, tables.candidates, offers: @offers).all
        return found if found.is_a?(Impossible)

        @warnings += found.warnings
        @placed = found.pinned
        terms = Fingering::Terms.for(@catalogue.setting(@request, tempo, home:))
        @fingers = Fingering::Solver.new(@sounds, found.candidates, found.allowed, terms, tempo, tables).solve
        @bows = Bowing::Solved.for(@heads, @tune.meter, asked)
        conflict(@bows) if @bows.is_a?(Bowing::Solved::Conflict)
      end

      def conflict(found)
        note = @notes[found.index]
        Impossible.new(code: :pin, bar: note.bar, beat: Notation::Fraction.text(@tune.meter.count_at(note.at)), note: note.id,
                       reason: found.reason.sub(/\A./, &:upcase), remedy: 'Take one of the bow marks there away.', offers: [].freeze)
      end

      def tables = @tables ||= @catalogue.tables(@request, home:)
      def home = @home ||= Fingering::Home.of(@instrument, @notes.map(&:pitch), @request.positions)
      def tempo = @request.tempo_of(@tune)

      def asked
        strings = @heads.zip(@fingers.places).to_h { |head, place| [head.index, place.string] }
        Bowing::Asked.new(tempo:, top_speed: TOP_SPEED.fetch(@request.version), keep_slurs: @request.slurs, start: @request.start, joins: @request.joins,
                          weights: @catalogue.bow_weights(@request.bowing), phrases: phrase_starts,
                          directions: @notes.select { _1.note.bow }.to_h { [_1.head, _1.note.bow] }.merge(turned), pinned: joins, strings:,
                          rocks: @instrument.weak_fourth, middle: @instrument.weak_fourth ? 0.5 : 0.42)
      end

      # Indices of the notes that begin a phrase.
      def phrase_starts
        phrases = Analysis::Phrases.new(@tune, @heads)
        @request.cuts ? phrases.starts(@request.cuts) : @tune.once(:phrase_starts) { phrases.starts }
      end

      # Pinned directions and joins, by the index of the sound's lowest note.
      def turned = @turned ||= pinned(:direction)
      def joins = @joins ||= pinned(:join)

      def pinned(what)
        head = @notes.to_h { [_1.id, _1.head] }
        @request.pins.select { _1[what] && head[_1.note] }.to_h { [head[_1.note], _1[what]] }
      end
    end
  end
end
