# frozen_string_literal: true

module FawnmossServer
  module Routes
    # Who is logged in, where, the day, and whether the server and its database are well.
    module Account
      def self.registered(app)
        health(app)
        own(app)
        people(app)
        app.get('/api/session') { json(Actions::AccountAnswer.session(here, account_id)) }
        app.post('/api/session') do
          account_id
          request.env['rack.session'][Help::SEAT] = fields.integer('studio_id', 1..(10**18))
          json(Actions::AccountAnswer.session(here, account_id))
        end
        app.get('/api/today') { json(Actions::Today.call(studio, today)).tap { Ahead.wake(studio.id, today) } }
      end

      def self.health(app)
        app.get('/healthz') do
          FawnmossServer.db.get(1)
          json({ ok: true })
        end

        app.get('/readyz') do
          checks = Boot::Ready.checks
          ready = checks.values.all?('ok')
          json({ ready:, **checks }, ready ? 200 : 503)
        end

        # For trying things out at this machine: the letters that nobody sends anywhere.
        app.get('/api/outbox') do
          raise Missing unless FawnmossServer.settings.outbox_page && Boot::Figures.from_here?(env)

          json({ letters: Mailing::Folder.new(FawnmossServer.settings.outbox).letters.map { _1.merge(at: _1[:at].iso8601) } })
        end
      end

      # The account of who asks.
      def self.own(app)
        app.get('/api/account') { json(Actions::AccountAnswer.of(account_id, auth)) }
        app.get('/api/second') { json(half_in.ways_on) }
        app.post('/api/second/offer') { account_id && json(fields.choice('kind', %w[code passkey]) == 'code' ? auth.code_offer : auth.passkey_offer) }
        app.delete('/api/account/change') { json({ done: Accounts::Address.forget(account_id).positive? }) }

        app.delete('/api/log-ins/:id') do
          Accounts::LogIns.end(account_id, params['id'])
          json({ done: true })
        end
      end

      # Who works in the studio beside its owner.
      def self.people(app)
        app.get('/api/people') { json(Actions::People.answer(studio)) }
        app.post('/api/people') { json(Actions::People.invite(studio, fields, auth.place), 201) }
        app.delete('/api/people/:id') { json(Actions::People.remove(studio, params['id'])) }
        app.delete('/api/invitations/:id') { json(Actions::People.withdraw(studio, params['id'])) }
        app.post('/api/leave') { Actions::People.leave(account_id, fields) && json({ done: true }) }
        app.post('/api/invitation') { json(Actions::People.read(fields)) }
        app.post('/api/invitation/answer') { json(Actions::People.join(fields, auth), 201) }
      end
      private_class_method :health, :own, :people
    end
  end
end
