# frozen_string_literal: true

module FawnmossServer
  module Routes
    # The shelf.
    module Tunes
      def self.registered(app)
        app.get('/api/tunes') do
          asked = { 'pupil_id' => params['pupil_id']&.to_i, 'instrument' => params['instrument'] }.compact
          subject = asked.empty? ? nil : Actions::Subjects.read(studio, Inputs::Fields.new(asked), today)
          json({ tunes: Actions::TuneAnswer.shelf(studio, subject) })
        end

        app.post('/api/tunes') { json(Actions::TuneAnswer.whole(Actions::AddTune.call(studio, fields)), 201) }
        app.get('/api/tunes/:id') { json(Actions::TuneAnswer.whole(studio.tune(params['id']))) }
        app.get('/api/tunes/:id/keys') do
          asked = Inputs::Fields.new({ 'pupil_id' => params['pupil_id']&.to_i, 'instrument' => params['instrument'], 'version' => params['version'] }.compact)
          version = asked.choice('version', %w[simple full], default: 'simple')
          json({ keys: Actions::TuneKeys.call(studio.tune(params['id']), Actions::Subjects.read(studio, asked, today), version) })
        end

        app.patch('/api/tunes/:id') { json(Actions::TuneAnswer.whole(Actions::RenameTune.call(studio, params['id'], fields))) }
      end
    end
  end
end
