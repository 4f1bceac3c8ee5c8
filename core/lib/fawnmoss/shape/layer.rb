# frozen_string_literal: true

module Fawnmoss
  module Shape
    # What a chart tells of its shape, put together when the bow is planned.
    class Layer
      # Of one sound. level: 0..10; set: the teacher's own; goal: its phrase grows to it; touch: 'weight', 'light' or nil; decibels: over mf as it sounds;
      # shorter: of its length, what it leaves; breath: what of that is a breath, or nil; zone: 1 fingerboard .. 5 bridge; reasons: sentences; prices: what
      # each level would cost more in points, in the order of Levels::ALL.
      Sound = Value.of(:level, :set, :goal, :touch, :decibels, :shorter, :breath, :zone, :reasons, :prices)
      # notes: ids of its first and last note, and of its goal; bars: in words; words: what to do.
      Phrase = Value.of(:from, :to, :goal, :bars, :words)

      attr_reader :sounds, :solved, :by_note # { note id => Sound }, of a double stop each of its notes

      # problem: Chart::Problem whose request has a shape.
      def initialize(problem)
        @solved = problem.shape
        @usual = problem.request.instrument.contact_zone
        @sounds = build(problem.bows, problem.tempo).freeze
        @by_note = problem.sounds.zip(@sounds).flat_map { |notes, sound| notes.map { [_1.id, sound] } }.to_h.freeze
        @octave = octave(problem)
      end

      # Phrase list.
      def phrases
        @phrases ||= @solved.lines.map do |line|
          ids = [line.first, line.last, @solved.goal(line)].map { @solved.heads[_1].id }
          Phrase.new(from: ids[0], to: ids[1], goal: ids[2], bars: Words.bars(@solved, line), words: Words.phrase(@solved, line))
        end.freeze
      end

      # "Bars 1 to 4: grow to bar 3, then let go.", one for each phrase, those alike in one.
      def sentences
        phrases.slice_when { |one, other| one.words != other.words || one.words.include?('bar') }.map do |same|
          "#{same.map(&:bars).join(', ').sub(/\A./, &:upcase)}: #{same.first.words}."
        end
      end

      def verse = @verse ||= Verse.of(@solved, out: !octave?)

      # True where an octave higher every note has a place in the positions of the chart.
      def octave? = @octave

      # { skill id => [sounds] } that the shape asks for.
      def demands
        { 'scale.swell' => swelling, 'bow.dynamics' => @sounds.each_index.reject { @sounds[_1].zone == @usual },
          'tune.phrases' => @sounds.each_index.select { @sounds[_1].breath } }
      end

      private

      def octave(problem)
        places = Fingering::Candidates.new(problem.request.instrument, problem.request.positions)
        problem.tune.played.map(&:pitch).uniq.all? { places.for(_1.up(Theory::Interval.octaves(1))).any? }
      end

      def build(bowing, tempo)
        touches = Touches.new(@solved, bowing, tempo)
        zones = Zones.new(@solved, bowing, @usual)
        @solved.heads.each_index.map do |at|
          level = @solved.levels[at]
          Sound.new(level:, set: @solved.set?(at), goal: @solved.goal?(at), touch: touches.at(at), decibels: Levels.decibels(level) + touches.decibels(at),
                    shorter: touches.shorter(at), breath: touches.breath(at), zone: zones.at(at), reasons: @solved.reasons(at), prices: @solved.prices(at))
        end
      end

      # Sounds of phrases that swell by three levels or more.
      def swelling
        @solved.lines.select { [@solved.rise(_1), @solved.fall(_1)].max > Signs::SWELLS }.flat_map { _1.sounds.to_a }
      end
    end
  end
end
