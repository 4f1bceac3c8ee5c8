# frozen_string_literal: true

module FawnmossServer
  module Actions
    # One tune for several instruments in step, all in one key, each in its own octave.
    module GroupSheet
      MOST = 8 # keys offered

      # params: instruments (comma separated), version, key (name; else the friendliest for all), as in the address.
      # Returns { keys:, key:, parts: }.
      def self.read(studio, params)
        tune = studio.tune(params['id'])
        asked = Inputs::Fields.new({ 'instruments' => params['instruments'].to_s.split(','), 'version' => params['version'], 'key' => params['key'] }.compact)
        names = asked.words('instruments', /\A(#{Fawnmoss::Catalogue::INSTRUMENTS.join('|')})\z/, max: 4).uniq
        asked.refuse('instruments', 'No instrument is chosen.', 'Choose two or more.') if names.empty?
        subjects = names.map { Subject.instrument(_1, studio) }
        version = asked.choice('version', %w[simple full], default: 'simple')
        key = asked.text('key', max: 20, default: '')
        tune.charted
        subjects.each(&:ready)
        Apart.run(:tries, studio.id) { call(tune.score, subjects, version, key) }
      end

      def self.call(score, subjects, version, wanted)
        keys = Fawnmoss::Practice::FriendlyKeys.new(score, FawnmossServer.catalogue).for_group(subjects.map { _1.request(version) })
        raise Fawnmoss::InvalidInput.new('No key suits all of these instruments.', where: { field: 'instruments' }, remedy: 'Leave one out.') if keys.empty?

        chosen = keys.find { _1.key == wanted } || keys.first
        { keys: keys.first(MOST).map { { key: _1.key, unmet: _1.unmet.size, cost: _1.cost.round(1) } }, key: chosen.key,
          parts: subjects.zip(chosen.interval).map { |subject, interval| part(score, subject, version, interval) } }
      end

      def self.part(score, subject, version, interval)
        chart = subject.solve(score, subject.request(version, Fawnmoss::Chart::Choices.new(transpose: interval)))
        { instrument: subject.instrument_id, moved: interval.words, strings: subject.instrument.string_names, chart: chart.to_h,
          musicxml: Fawnmoss::Notation::MusicXml.write(chart.tune, ids: true, instrument: subject.instrument),
          play: Fawnmoss::Practice::PlayAlong.of(chart).to_answer }
      end
      private_class_method :call, :part
    end
  end
end
