# frozen_string_literal: true

module FawnmossServer
  module Actions
    # The keys a tune could be played in, the friendliest first, for a pupil or an instrument.
    module TuneKeys
      MOST = 16

      # params: pupil_id or instrument, and version, as in the address.
      def self.read(studio, params, today)
        asked = Inputs::Fields.of_address(params, %w[pupil_id instrument version])
        version = asked.choice('version', %w[simple full], default: 'simple')
        tune = studio.tune(params['id']).charted
        subject = Subjects.read(studio, asked, today).ready
        Apart.run(:tries, studio.id) { call(tune, subject, version) }
      end

      # Array of hashes: key, words, steps and semitones from the tune as written, new skills by name, cost in plain crossings.
      def self.call(tune, subject, version)
        request = subject.request(version)
        ranked = Fawnmoss::Practice::FriendlyKeys.new(tune.score, FawnmossServer.catalogue).list(request)
        ranked.first(MOST).map do |one|
          { key: one.key, words: one.words, steps: one.interval.steps, semitones: one.interval.semitones, cost: one.cost.round(1),
            unmet: one.unmet.map { subject.map[_1].name } }
        end
      end
    end
  end
end
