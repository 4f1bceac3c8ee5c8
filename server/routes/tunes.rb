# frozen_string_literal: true

module FawnmossServer
  module Routes
    # The shelf.
    module Tunes
      def self.registered(app)
        app.get('/api/tunes') { json(Actions::Shelf.read(studio, params, today)) }
        app.post('/api/tunes') { json(Actions::TuneAnswer.whole(Actions::AddTune.call(studio, fields)), 201) }
        app.get('/api/tunes/:id') { json(Actions::TuneAnswer.whole(studio.tune(params['id']))) }
        changes(app)
        archive(app)
        app.get('/api/starter') { json({ tunes: Actions::StarterShelf.list(studio) }) }
        app.post('/api/starter') { json({ added: Actions::StarterShelf.take(studio) }, 201) }
        app.get('/api/scale') { json(Actions::ScaleSheet.read(studio, params, today)) }
        app.get('/api/tunes/:id/group') { json(Actions::GroupSheet.read(studio, params)) }
        app.get('/api/tunes/:id/ways') { json({ ways: Actions::TuneWays.read(studio, params, today) }) }
        app.get('/api/tunes/:id/keys') { json({ keys: Actions::TuneKeys.read(studio, params, today) }) }
      end

      def self.changes(app)
        app.post('/api/reading') { json(Actions::ReadTune.call(studio, fields)) }
        app.post('/api/writing') { json(Actions::WriteTune.call(studio, fields)) }
        app.post('/api/writing/play') { json(Actions::WriteTune.play(studio, fields)) }
        app.post('/api/tunes/:id/cards') { json(Actions::ManyCards.issue(studio, params['id'], fields, today), 201) }
        app.post('/api/tunes/:id/copies') { json(Actions::TuneAnswer.whole(Actions::CopyTune.call(studio, params['id'], fields)), 201) }

        app.patch('/api/tunes/:id') do
          tune, lost, said = Actions::ChangeTune.call(studio, params['id'], fields)
          json({ **Actions::TuneAnswer.whole(tune), marks_lost: lost, second_said: said })
        end
      end

      def self.archive(app)
        app.get('/api/tunes.zip') do
          file('application/zip', "tunes-#{today.iso8601}.zip") { Actions::TuneArchive.pack(studio) }
        end

        app.post('/api/archive') { json({ results: Actions::TuneArchive.unpack(studio, fields) }, 201) }
      end
      private_class_method :changes, :archive
    end
  end
end
