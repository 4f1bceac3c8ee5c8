# frozen_string_literal: true

module FawnmossServer
  module Routes
    # Who is logged in, where, the day, and whether the server and its database are well.
    module Account
      def self.registered(app)
        health(app)
        own(app)
        app.get('/api/session') { json({ studio: { id: studio.id, name: studio.name }, sizes: FawnmossServer.catalogue.size_names }) }
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
        app.get('/api/account') { json(Actions::AccountAnswer.of(studio, auth)) }

        app.get('/api/second') { json(half_in.ways_on) }
        app.post('/api/second/offer') { studio && json(fields.choice('kind', %w[code passkey]) == 'code' ? auth.code_offer : auth.passkey_offer) }
        app.delete('/api/account/change') { json({ done: Accounts::Address.forget(studio.account_id).positive? }) }

        app.delete('/api/log-ins/:id') do
          Accounts::LogIns.end(studio.account_id, params['id'])
          json({ done: true })
        end
      end
      private_class_method :health, :own
    end
  end
end
