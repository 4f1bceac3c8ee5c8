# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Easier ways to a tune for a pupil: keys and simpler versions that change its class.
    module TuneWays
      def self.read(studio, params, today)
        tune = studio.tune(params['id']).charted
        subject = Subjects.read(studio, Inputs::Fields.of_address(params, %w[pupil_id instrument]), today).ready
        Apart.run(:tries, studio.id) { call(tune.score, subject) }
      end

      def self.call(score, subject)
        chart, = subject.solve_nearest(score, 'simple')
        level = chart.is_a?(Fawnmoss::Chart::Impossible) ? nil : Fawnmoss::Path::Readiness.of(chart, subject.states, subject.map).level
        ways = Fawnmoss::Path::EasierWays.new(score, subject.request('simple'), subject.states, subject.map, FawnmossServer.catalogue).list(level)
        ways.map { shown(_1, subject.map) }
      end

      def self.shown(way, map)
        { kind: way.kind, words: way.words, steps: way.interval&.steps, semitones: way.interval&.semitones, level: way.readiness.level.to_s,
          unmet: way.readiness.unmet.keys.map { map[_1].name } }
      end
      private_class_method :call, :shown
    end
  end
end
