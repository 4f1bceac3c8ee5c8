# frozen_string_literal: true

module FawnmossServer
  module Routes
    # Pupils and their marks.
    module Pupils
      def self.registered(app)
        app.get('/api/pupils') { json({ pupils: Actions::PupilAnswer.list(studio, studio.pupils, today) }) }
        app.post('/api/pupils') { json(Actions::PupilAnswer.whole(Actions::SavePupil.create(studio, fields, today), today), 201) }
        app.get('/api/pupils/:id') { json(Actions::PupilAnswer.whole(studio.pupil(params['id']), today)) }
        app.patch('/api/pupils/:id') { json(Actions::PupilAnswer.whole(Actions::SavePupil.update(studio, params['id'], fields, today), today)) }

        app.post('/api/pupils/:id/marks') do
          mark = Actions::RecordMark.call(studio, params['id'], fields, today)
          changed = Actions::PupilAnswer.marked(studio.pupil(params['id']), today) unless mark.lesson_id # a lesson's page counts its own
          json({ mark: Actions::PupilAnswer.mark(mark, was: mark.was), pupil: changed }.compact, 201)
        end

        app.post('/api/pupils/:id/placing/try') { json(Actions::Placing.try(studio, params['id'], fields, today)) }
        app.post('/api/pupils/:id/placing') { json(Actions::Placing.keep(studio, params['id'], fields, today), 201) }
        app.delete('/api/pupils/:id/placing') { json({ struck: Actions::Placing.take_back(studio, params['id']) }) }
        app.post('/api/pupils/:id/holds') { json(Actions::Holding.report(studio, params['id'], fields, today).to_answer, 201) }
        app.post('/api/holds/:id/clear') { json(Actions::Holding.clear(studio, params['id'], fields, today).to_answer) }
      end
    end
  end
end
