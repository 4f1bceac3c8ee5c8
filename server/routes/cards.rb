# frozen_string_literal: true

module FawnmossServer
  module Routes
    # Cards, and the one address that needs no log-in.
    module Cards
      def self.registered(app)
        app.post('/api/charts/:id/cards') { json(Actions::CardAnswer.whole(Actions::Cards.issue(studio, params['id'], fields, today)), 201) }
        app.post('/api/charts/:id/work') { json(Actions::Cards.draft(studio, params['id'], fields, today)) }
        app.get('/api/cards/:id') { json(Actions::CardAnswer.whole(studio.card(params['id']), origin)) }

        app.get('/api/cards/:id/card.pdf') do
          card = studio.card(params['id'])
          pdf("/cards/#{card.id}", Actions::FileNames.card(card))
        end

        app.post('/api/notes/:id/read') { json(Actions::HomeNotes.read(studio, params['id'], today).to_answer) }
        links(app)
        behind_link(app)
      end

      # Making and closing that address.
      def self.links(app)
        app.post('/api/cards/:id/link') do
          Actions::Cards.link(studio.card(params['id']))
          json(Actions::CardAnswer.summary(studio.card(params['id'])), 201)
        end

        app.delete('/api/cards/:id/link') do
          Actions::Cards.revoke(studio.card(params['id']))
          json(Actions::CardAnswer.summary(studio.card(params['id'])))
        end
      end

      # The address that needs no log-in.
      def self.behind_link(app)
        app.post('/api/link/:token/reports') { json(Actions::Practised.report(Actions::Cards.opened(params['token']), fields, today), 201) }
        app.post('/api/link/:token/notes') { json({ notes: Actions::HomeNotes.say(Actions::Cards.opened(params['token']), fields, today) }, 201) }
        app.get('/api/link/:token') { json(Actions::CardAnswer.public(Actions::Cards.opened(params['token']))) }
      end
      private_class_method :links, :behind_link
    end
  end
end
