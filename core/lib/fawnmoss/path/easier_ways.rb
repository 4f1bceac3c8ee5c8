# frozen_string_literal: true

module Fawnmoss
  module Path
    # Ways to bring a tune nearer to a pupil: another key or octave, a simpler rhythm, plain bowing; those that change its class.
    class EasierWays
      # kind: 'key', 'simpler_rhythm' or 'plain_bowing'; words: "in D major, a fourth lower"; interval: Theory::Interval or nil;
      # readiness: Readiness as the tune would then be.
      Way = Value.of(:kind, :words, :interval, :readiness)

      LEVELS = %i[plays_now teaches_one two_or_three later].freeze
      KEYS = 3 # the friendliest are charted whole
      SIMPLER = { 'simpler_rhythm' => [Practice::SimplerRhythm, 'with a simpler rhythm'],
                  'plain_bowing' => [Practice::PlainBowing, 'with plain bowing'] }.freeze

      # tune: Score::Tune as it is on the shelf; request: Chart::Request of the pupil, with `had`; states, map: of the pupil.
      def initialize(tune, request, states, map, catalogue)
        @tune = tune
        @request = request
        @states = states
        @map = map
        @catalogue = catalogue
      end

      # Way list, the nearest first; [] when nothing is nearer than the tune as it is. level: what that is, a symbol of LEVELS, or nil
      # when it is out of reach.
      def list(level)
        now = level ? LEVELS.index(level) : LEVELS.size
        [*keys, *simpler].select { LEVELS.index(_1.readiness.level) < now }
                         .sort_by.with_index { |way, at| [LEVELS.index(way.readiness.level), way.readiness.unmet.size, at] }
      end

      private

      def keys
        Practice::FriendlyKeys.new(@tune, @catalogue).list(@request).reject { _1.interval.semitones.zero? }.first(KEYS).filter_map do |key|
          way('key', key.words, @tune, key.interval)
        end
      end

      def simpler = SIMPLER.filter_map { |kind, (made, words)| way(kind, words, made.of(@tune), nil) }

      def way(kind, words, tune, interval)
        chart = Chart::Solve.call(tune, interval ? @request.copy(transpose: interval) : @request, @catalogue)
        Way.new(kind:, words:, interval:, readiness: Readiness.of(chart, @states, @map)) unless chart.is_a?(Chart::Impossible)
      end
    end
  end
end
