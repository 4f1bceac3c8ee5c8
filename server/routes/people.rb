# frozen_string_literal: true

module FawnmossServer
  module Routes
    # What belongs to one pupil: fit, warm-up, progress, report, export and erasing.
    module People
      def self.registered(app)
        app.get('/api/pupils/:id/fit') { json(Actions::Fitting.answer(studio.pupil(params['id']), asked('temperament'), today)) }
        app.post('/api/pupils/:id/fits') { json(Actions::Fitting.answer(Actions::Fitting.measure(studio, params['id'], fields, today).refresh, asked('temperament'), today), 201) }
        app.post('/api/pupils/:id/tapes') { json(Actions::Fitting.answer(Actions::Fitting.put_on(studio, params['id'], fields, today).refresh, asked('temperament'), today), 201) }
        app.post('/api/tapes/:id/off') { json(Actions::Fitting.answer(Actions::Fitting.take_off(studio, params['id'], fields, today), asked('temperament'), today)) }
        app.get('/api/pupils/:id/strip') { json(Actions::Fitting.strip(studio.pupil(params['id']), asked('tapes', 'temperament', 'paper', 'length'), today)) }
        app.get('/api/pupils/:id/warm-up') { json(Actions::WarmUps.read(studio.pupil(params['id']), asked('minutes', 'date'), today)) }
        app.get('/api/pupils/:id/progress') { json(Actions::Progress.of(studio.pupil(params['id']), asked('weeks'), today)) }
        app.get('/api/pupils/:id/report') { json(Actions::Progress.report(studio.pupil(params['id']), asked('from', 'to'), today)) }
        app.put('/api/pupils/:id/report') { json(Actions::Progress.say(studio.pupil(params['id']), fields, today)) }
        repertoire(app)
        presence(app)
        app.get('/api/progress') { json(Actions::Progress.across(studio, today)) }
        app.get('/api/statistics') { json({ years: Actions::Care.statistics(studio) }) }
        app.delete('/api/pupils/:id') { Actions::Care.erase(studio, params['id'], fields) && json({ done: true }) }
        files(app)
        handover(app)
      end

      # From studio to studio.
      def self.handover(app)
        app.get('/api/pupils/:id/handover.zip') do
          pupil = studio.pupil(params['id'])
          file('application/zip', "#{Actions::FileNames.of(pupil.name, 'to hand over', today.iso8601)}.zip") { Actions::Handover.pupil(pupil) }
        end
        app.get('/api/studio.zip') do
          file('application/zip', "#{Actions::FileNames.of(studio.name, 'everything', today.iso8601)}.zip") { Actions::Handover.studio(studio) }
        end
        app.post('/api/handover') { json(Actions::HandoverIn.call(studio, request.body, asked('name')), 201) }
      end

      # What is played, and the concert.
      def self.repertoire(app)
        app.get('/api/pupils/:id/repertoire') { json(Actions::Repertoire.of(studio.pupil(params['id']))) }
        app.post('/api/pupils/:id/repertoire') { json(Actions::Repertoire.add(studio, params['id'], fields), 201) }
        app.delete('/api/repertoire/:id') { json(Actions::Repertoire.remove(studio, params['id'])) }
        app.get('/api/concert') { json(Actions::Repertoire.concert(studio)) }
        app.put('/api/concert') { json(Actions::Repertoire.save(studio, fields, today)) }
        app.get('/api/concert.pdf') { pdf('/concert', Actions::FileNames.of(studio.name, 'concert', today.iso8601)) }
      end

      # Weekly lessons, and times away: each answers with the pupil as it then is.
      def self.presence(app)
        app.post('/api/pupils/:id/slots') { json(Actions::PupilAnswer.row(Actions::Presence.add_slot(studio, params['id'], fields, today), today), 201) }
        app.patch('/api/slots/:id') { json(Actions::PupilAnswer.row(Actions::Presence.change_slot(studio, params['id'], fields, today), today)) }
        app.delete('/api/slots/:id') { json(Actions::PupilAnswer.row(Actions::Presence.end_slot(studio, params['id'], asked('from'), today), today)) }
        app.post('/api/pupils/:id/absences') { json(Actions::PupilAnswer.row(Actions::Presence.away(studio, params['id'], fields, today), today), 201) }
        app.post('/api/absences/:id/back') { json(Actions::PupilAnswer.row(Actions::Presence.back(studio, params['id'], fields, today), today)) }
      end

      # To take away.
      def self.files(app)
        app.get('/api/pupils/:id/marks.csv') do
          pupil = studio.pupil(params['id'])
          file('text/csv; charset=utf-8', "#{Actions::FileNames.of(pupil.name, 'marks', today.iso8601)}.csv") { Actions::Progress.csv(pupil) }
        end
        app.get('/api/pupils/:id/everything.json') do
          pupil = studio.pupil(params['id'])
          file('application/json', "#{Actions::FileNames.of(pupil.name, 'everything', today.iso8601)}.json") { JSON.pretty_generate(Actions::Care.export(pupil)) }
        end
        app.get('/api/pupils/:id/strip.pdf') { printed('strip', 'tapes', 'temperament', 'length') }
        app.get('/api/pupils/:id/report.pdf') { printed('report', 'from', 'to') }
      end
      private_class_method :repertoire, :files, :presence, :handover
    end
  end
end
