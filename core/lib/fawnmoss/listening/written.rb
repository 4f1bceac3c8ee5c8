# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What is to be heard when a chart is played: its notes in the order of playing, repeats written out.
    class Written
      # One place in that order, where one or more notes begin together. at, length: quarters at the tempo of the first bar; pitches: midi
      # numbers as they sound, the lowest first; also: of trills and grace notes, which may come besides; entries: numbers of the notes in
      # the chart, as the pitches; bar: printed number; pass: 1 for the first time through.
      Place = Value.of(:at, :length, :pitches, :also, :entries, :bar, :pass) do
        # How many cents a tone lies off the nearest of the pitches, and which that is. cents: 100 a semitone.
        def off(cents) = pitches.map { cents - (100 * _1) }.min_by(&:abs)
        def nearest(cents) = pitches.each_index.min_by { (cents - (100 * pitches[_1])).abs }
      end

      # chart: Chart::Chart. Returns Place list.
      def self.of(chart) = new(chart).places

      def initialize(chart)
        @chart = chart
        @instrument = chart.request.instrument
        @tune = Score::Unfolding.tune(chart.tune)
        @clock = Score::Clock.new(@tune)
        @numbers = chart.entries.each_with_index.to_h { |entry, at| [entry.note.id, at] }
        @passes = Hash.new(0)
      end

      def places = @tune.played.chunk_while { |one, other| one.head == other.head }.map { place(_1) }

      private

      def place(notes)
        first = notes.first
        Place.new(at: @clock.at(first.onset), length: @clock.length(first.onset, notes.map(&:duration).max), pitches: notes.map { midi(_1.pitch) },
                  also: notes.flat_map { [*_1.note.graces, _1.trill].compact.map { |pitch| midi(pitch) } }, entries: notes.map { @numbers.fetch(_1.id) },
                  bar: first.bar, pass: @passes[first.id] += 1)
      end

      def midi(pitch) = @instrument.sounding(pitch).midi
    end
  end
end
