# frozen_string_literal: true

module FawnmossServer
  module Routes
    # The studio's settings and its calendar.
    module Studios
      CALENDAR = 'text/calendar; charset=utf-8'

      def self.registered(app)
        app.get('/api/studio') { json(Actions::Settings.answer(studio)) }
        app.patch('/api/studio') { json(Actions::Settings.save(studio, fields)) }
        app.get('/api/calendar') { json(Actions::Calendars.read(studio, asked('from', 'days'), today)) }
        app.post('/api/pupils/:id/changes') { json(Actions::Calendars.change(studio, params['id'], fields, today), 201) }
        app.post('/api/changes/:id/waive') { Actions::Calendars.waive(studio, params['id']) && json({ done: true }) }
        app.delete('/api/changes/:id') { Actions::Calendars.take_back(studio, params['id']) && json({ done: true }) }
        app.post('/api/holidays') { json(Actions::Calendars.add_holiday(studio, fields, today), 201) }
        app.delete('/api/holidays/:id') { Actions::Calendars.remove_holiday(studio, params['id']) && json({ done: true }) }
        app.post('/api/feed') { json(Actions::Calendars.renew_feed(studio), 201) }
        app.delete('/api/feed') { json(Actions::Calendars.renew_feed(studio, off: true)) }
        skills(app)
        hand(app)
        files(app)
      end

      # The path as the studio teaches it, and its small drawings.
      def self.skills(app)
        app.get('/api/skills') { json(Actions::SkillBook.answer(studio)) }
        app.post('/api/skills') { json(Actions::SkillBook.add(studio, fields), 201) }
        app.put('/api/skills/:skill') { json(Actions::SkillBook.save(studio, params['skill'], fields)) }
        app.delete('/api/skills/:skill') { json(Actions::SkillBook.restore(studio, params['skill'])) }
        app.get('/api/pictures/:instrument') { studio && json(FawnmossServer.catalogue.pictures(params['instrument'])) }
      end

      # What was learnt from the marks.
      def self.hand(app)
        app.get('/api/hand') { json(Actions::Hands.answer(studio)) }
        app.patch('/api/hand') { json(Actions::Hands.save(studio, fields)) }
        app.patch('/api/hand/:taste') { json(Actions::Hands.taste(studio, params['taste'], fields)) }
      end

      # To take away, and to subscribe to without a log-in.
      def self.files(app)
        app.get('/api/lessons.ics') do
          file(CALENDAR, 'lessons.ics') { Actions::CalendarFile.write(studio, today) }
        end

        app.get('/feed/:token/lessons.ics') do
          nonce = Signed.open('calendar', params['token'])
          owner = nonce && Models::Studio.not_closed.first(feed_nonce: nonce)
          halt Boot::Answer.error(404, 'There is nothing here.', code: 'missing') unless owner

          headers 'content-type' => CALENDAR, 'cache-control' => 'private, max-age=3600'
          Actions::CalendarFile.write(owner, Date.today)
        end
      end
      private_class_method :skills, :hand, :files
    end
  end
end
