# frozen_string_literal: true

module FawnmossServer
  module Routes
    # Groups and their lessons; several cards as one PDF.
    module Groups
      def self.registered(app)
        lessons(app)
        app.get('/api/groups') { json({ groups: Actions::Groups.list(studio) }) }
        app.post('/api/groups') { json(Actions::Groups.create(studio, fields, today), 201) }
        app.patch('/api/groups/:id') { json(Actions::Groups.update(studio, params['id'], fields, today)) }
        app.delete('/api/groups/:id') { Actions::Groups.remove(studio, params['id']) && json({ done: true }) }
        app.post('/api/groups/:id/changes') { json(Actions::Calendars.change_group(studio, params['id'], fields, today), 201) }
        app.get('/api/cards.pdf') do
          held = studio
          ids = params['ids'].to_s.split(',').first(Actions::Groups::MOST).map { held.card(_1) }.map(&:id)
          raise Missing if ids.empty?

          pdf('/cards', Actions::FileNames.of(studio.name, "#{ids.size} cards", today.iso8601), { 'ids' => ids.join(',') })
        end
      end

      def self.lessons(app)
        app.get('/api/groups/:id/lesson') { json(Actions::GroupLessons.read(studio, params['id'], asked('date'), today)) }
        app.put('/api/groups/:id/lesson') { json(Actions::GroupLessons.save(studio, params['id'], fields, today)) }
        app.get('/api/groups/:id/parts') { json(Actions::GroupLessons.parts(studio, params['id'], asked('date'), today)) }
        { 'begin' => :begin, 'marks' => :mark, 'finish' => :finish, 'cards' => :cards, 'charts' => :charts }.each do |name, act|
          app.post("/api/groups/:id/#{name}") { json(Actions::GroupLessons.act(studio, params['id'], fields, today, act), 201) }
        end
      end
      private_class_method :lessons
    end
  end
end
