# frozen_string_literal: true

module Fawnmoss
  module Chart
    # A tune and a request as the two solvers take them: what sounds, where it may be played, what the bow is asked for.
    class Problem
      TOP_SPEED = { 'simple' => 1.25, 'full' => 1.6 }.freeze # bows a second: a comfortable arm (common practice, no source)
      MIDDLE = { upper: 0.5, lower: 0.42 }.freeze # where short strokes lie, 0 frog .. 1 tip

      attr_reader :tune, :request, :sounds, :heads

      # tune: Score::Tune as stored; offers: false looks for no other octave or key when a note is out of reach.
      def initialize(tune, request, catalogue, offers: true)
        @offers = offers
        @request = request
        @instrument = request.instrument
        @stored = tune
        @tune = request.score(tune, catalogue)
        @moved = request.transpose.semitones != 0
        @notes = @tune.played
        @sounds = Fingering::Sounds.of(@notes)
        @heads = @sounds.map(&:first)
        @catalogue = catalogue
      end

      # The same tune under another request.
      def with(request) = self.class.new(@stored, request, @catalogue, offers: @offers)

      def tempo = @request.tempo_of(@tune)

      # Where everything may be played: Possible::Found, or Impossible.
      def possible = @possible ||= Possible.new(@tune, @sounds, @request, @moved, tables.candidates, offers: @offers).all

      # Fingering::Solution. Asked only where it is possible.
      def fingers = @fingers ||= Fingering::Solver.new(@sounds, possible.candidates, possible.allowed, terms, tempo, tables).solve

      # Fingering::Terms in force; weights: other prices than those of the request.
      def terms(weights = setting.weights) = Fingering::Terms.for(setting.copy(weights:))

      # Fingering::Setting.
      def setting = @setting ||= @catalogue.setting(@request, tempo, home:)

      # Bowing::Solved, or Bowing::Solved::Conflict.
      def bows = @bows ||= Bowing::Solved.for(@heads, @tune.meter, asked)

      # Analysis::Phrases::Phrase list; where the teacher does not cut, the tune alone decides.
      def phrases
        return Analysis::Phrases.new(@tune, @heads).list(@request.cuts) if @request.cuts

        @tune.once(:phrases) { Analysis::Phrases.new(@tune, @heads).list }
      end

      # Shape::Solved, nil for a chart that has no shape.
      def shape
        wish = @request.shape or return
        @shape ||= Shape::Solved.new(Pencil.on(@tune, wish.pencil), @heads, phrases, wish, @catalogue.shape)
      end

      # The tune as it is engraved before anything is solved: with the hairpins of its shape and what is pencilled on it. pencil: list of Pencil or nil.
      def engraved(pencil) = Pencil.on(shape ? shape.on(@tune) : @tune, pencil)

      # Bowing::Asked.
      def asked
        strings = @heads.zip(fingers.places).to_h { |head, place| [head.index, place.string] }
        Bowing::Asked.new(tempo:, top_speed: TOP_SPEED.fetch(@request.version), keep_slurs: @request.slurs, start: @request.start, joins: @request.repairs,
                          weights: @catalogue.bow_prices(@request), phrases: phrase_starts, loud: shape&.bows,
                          directions: printed_bows.merge(turned), pinned: joins, strings:,
                          rocks: @instrument.weak_fourth, middle: MIDDLE.fetch(@instrument.weak_fourth ? :upper : :lower))
      end

      # What the teacher fixed, by the index of a sound's lowest note: { index => direction }, { index => join }.
      def turned = @turned ||= pinned(:direction)
      def joins = @joins ||= pinned(:join)

      private

      # { index of a sound's lowest note => direction } of the bow signs in the file, as far as they hold.
      def printed_bows = @request.printed?('bows') ? @notes.select { _1.note.bow }.to_h { [_1.head, _1.note.bow] } : {}

      def tables = @tables ||= @catalogue.tables(@request, home:)
      def home = @home ||= Fingering::Home.of(@instrument, @notes.map(&:pitch), @request.positions)

      # Indices of the notes that begin a phrase.
      def phrase_starts
        phrases = Analysis::Phrases.new(@tune, @heads)
        @request.cuts ? phrases.starts(@request.cuts) : @tune.once(:phrase_starts) { phrases.starts }
      end

      def pinned(what)
        head = @notes.to_h { [_1.id, _1.head] }
        @request.pins.select { _1[what] && head[_1.note] }.to_h { [head[_1.note], _1[what]] }
      end
    end
  end
end
