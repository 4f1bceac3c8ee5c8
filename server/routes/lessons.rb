# frozen_string_literal: true

module FawnmossServer
  module Routes
    # Plans, lessons, promises.
    module Lessons
      def self.registered(app)
        plans(app)
        running(app)
        ends(app)
        app.post('/api/pupils/:id/promises') { json(Actions::Promising.make(studio, params['id'], fields, today).to_answer, 201) }
        app.delete('/api/promises/:id') { json(Actions::Promising.keep(studio, params['id'], today).to_answer) }
      end

      # Before a lesson and after.
      def self.plans(app)
        app.get('/api/pupils/:id/plan') { json(Actions::Planning.read(studio, params['id'], asked('ahead', 'minutes', 'date'), today)) }
        app.put('/api/pupils/:id/plan') { json(Actions::Planning.save(studio, params['id'], fields, today)) }
        app.get('/api/pupils/:id/diary') do
          json(Actions::Diary.read(studio.pupil(params['id']), Inputs::Fields.of_address(params, %w[text from], texts: %w[text])))
        end
        app.get('/api/lessons/:id/home') { json(Actions::HomeCard.draft(studio, params['id'], today)) }
        app.post('/api/lessons/:id/cards') { json(Actions::CardAnswer.whole(Actions::HomeCard.issue(studio, params['id'], fields, today)), 201) }
      end

      def self.running(app)
        app.post('/api/pupils/:id/lessons') { json(Actions::Lessons.answer(Actions::Lessons.begin(studio, params['id'], fields, today)), 201) }
        app.get('/api/lessons/:id') { json(Actions::Lessons.answer(studio.lesson(params['id']))) }
        app.put('/api/lessons/:id') { json(Actions::Lessons.answer(Actions::Lessons.keep(studio, params['id'], fields))) }
        app.post('/api/lessons/:id/refit') { json(Actions::Lessons.answer(Actions::Lessons.refit(studio, params['id'], fields))) }
        app.post('/api/lessons/:id/items') { json(Actions::Lessons.answer(Actions::ChangeLesson.add(studio, params['id'], fields)), 201) }
        app.post('/api/lessons/:id/day') { json(Actions::Lessons.answer(Actions::ChangeLesson.move(studio, params['id'], fields, today))) }
      end

      def self.ends(app)
        app.post('/api/lessons/:id/finish') { json(Actions::Lessons.answer(Actions::LessonEnd.finish(studio, params['id'], fields, today))) }
        app.post('/api/lessons/:id/open') { json(Actions::Lessons.answer(Actions::LessonEnd.reopen(studio, params['id']))) }
        app.delete('/api/lessons/:id') do
          strike = asked('strike').choice('strike', %w[yes no], default: 'no') == 'yes'
          json(Actions::Lessons.answer(Actions::LessonEnd.unbegin(studio, params['id'], strike:)))
        end
      end
      private_class_method :plans, :running, :ends
    end
  end
end
