# frozen_string_literal: true

module FawnmossServer
  module Routes
    # Recordings, in the studio and behind a card's link, and whether a pupil may be recorded.
    module Takes
      # Who reaches which of them.
      module Who
        def holder = Actions::Takes::Holder.of_studio(studio)
        def card_holder = Actions::Takes::Holder.of_card(Actions::Cards.opened(params['token']))
      end

      def self.registered(app)
        consents(app)
        app.helpers Who
        app.post('/api/takes/:id/again') { json(Actions::TakeAnswer.whole(Actions::Takes.again(holder.take(params['id'])))) }
        app.get('/api/pupils/:id/takes') { json(Actions::TakeAnswer.of_pupil(studio.pupil(params['id']), today)) }
        app.get('/api/tuner') { json(Actions::Tuner.answer(studio, asked('pupil_id', 'instrument'), today)) }
        of_takes(app, '/api/takes', :holder)
        of_takes(app, '/api/link/:token/takes', :card_holder)
      end

      def self.consents(app)
        app.post('/api/pupils/:id/consent') { json(Actions::Consents.give(studio.pupil(params['id']), fields, 'studio'), 201) }
        app.delete('/api/pupils/:id/consent') { json(Actions::Consents.withdraw(studio.pupil(params['id']))) }
        app.post('/api/link/:token/consent') { json(Actions::Consents.give(Actions::Cards.opened(params['token']).pupil, fields, 'card'), 201) }
        app.delete('/api/link/:token/consent') { json(Actions::Consents.withdraw(Actions::Cards.opened(params['token']).pupil)) }
        app.get('/api/link/:token/takes') { Actions::Cards.opened(params['token']).then { json(Actions::TakeAnswer.of_card(_1, Actions::Takes::Holder.of_card(_1))) } }
      end

      # who: name of the helper that says who reaches what. A teacher is told which marks a take would give; a pupil is not.
      def self.of_takes(app, path, who)
        proposing = who == :holder
        app.post(path) { json(Actions::TakeAnswer.whole(Actions::Takes.begin(send(who), fields, today), proposing:), 201) }
        app.get("#{path}/:id") { json(Actions::TakeAnswer.whole(send(who).take(params['id']), proposing:)) }
        app.put("#{path}/:id/pieces/:number") do
          number = Integer(params['number'], 10, exception: false) || -1
          json(Actions::Takes.piece(send(who).take(params['id']), number, request.body.read.to_s.b))
        end
        app.post("#{path}/:id/finish") { json(Actions::TakeAnswer.whole(Actions::Takes.finish(send(who).take(params['id']), fields), proposing:)) }
        app.get("#{path}/:id/sound.wav") do
          take = send(who).take(params['id'])
          raise Missing unless take.sound && take.have.positive?

          file('audio/wav', "#{Actions::FileNames.of(take.title, take.made_on.iso8601)}.wav") { take.wav }
        end
        app.delete("#{path}/:id") { Actions::Takes.remove(send(who).take(params['id'])) && json({ done: true }) }
      end
      private_class_method :consents, :of_takes
    end
  end
end
