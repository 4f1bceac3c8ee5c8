# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Issuing a card, and its private link.
    module Cards
      TITLE = 120 # letters that are kept

      # Freezes the chart as it is now into the pupil's next card, with a live link. Raises InvalidInput when the chart
      # belongs to no pupil.
      def self.issue(studio, chart_id, fields, today)
        chart, input = read(studio, chart_id, fields)
        body = CardBody.build(chart, input, today)
        write(chart.pupil, body, chart_id: chart.id, title: chart.title, **input.to_h.slice(:answers, :key), today:).tap { Learning.wake(studio.id) }
      end

      # Writes a pupil's next card, with a live link; the one already there when its key has come before. answers: to notes from home, key: as of
      # Inputs::CardInput.
      def self.write(pupil, body, title:, today:, answers: [], key: nil, chart_id: nil, lesson_id: nil)
        demands = body[:chart] ? body[:chart][:demands] : []
        pupil.once(pupil.cards_dataset, { card_key: key }) do
          body = { **body, answers: HomeNotes.answer(pupil, answers, today) }
          number = (pupil.cards_dataset.max(:number) || 0) + 1
          card = Models::Card.create(**pupil.values.slice(:studio_id), pupil_id: pupil.id, chart_id:, lesson_id:, title: title[0, TITLE], number:, body:,
                                     card_key: key, demands: JSON.generate(demands), spots: JSON.generate(spots(body)), issued_on: today)
          link(card)
          card
        end
      end

      # What the card would say, as CardBody.draft.
      def self.draft(studio, chart_id, fields, today) = CardBody.draft(*read(studio, chart_id, fields), today)

      def self.read(studio, chart_id, fields)
        chart = studio.chart(chart_id)
        fields.refuse('chart', 'This chart is for an instrument, not for a pupil.', 'Choose a pupil at the top first.') unless chart.pupil
        [chart, Inputs::CardInput.read(fields, chart.pupil.minutes_per_day)]
      end
      private_class_method :read

      # Spots to work on in the next lesson: those on the card, else the chart's first ones.
      def self.spots(body)
        chosen = body[:items].select { _1[:kind] == 'spot' }.map { _1[:title] }
        return chosen if chosen.any? || body[:chart].nil?

        body[:chart][:spots].first(2).map { Fawnmoss::Practice::HomeWork.spot_title(_1[:bars], _1[:name]) }
      end
      private_class_method :spots

      # { skill id => Fawnmoss::Picture } of what is on a card.
      def self.pictures(items, instrument)
        FawnmossServer.catalogue.pictures(instrument)[:skills].slice(*items.filter_map { _1[:skill] })
      end

      # A new private address; the ones before stop working.
      def self.link(card)
        revoke(card)
        Models::CardLink.create(studio_id: card.studio_id, card_id: card.id, nonce: Signed.nonce,
                                expires_at: Time.now.utc + (Models::CardLink::DAYS * 86_400))
      end

      def self.revoke(card) = card.links_dataset.where(revoked_at: nil).update(revoked_at: Time.now.utc)

      # The card behind a private address. Raises Missing for anything that does not open one.
      def self.opened(token) = (Models::CardLink.open(token) || raise(Missing)).card
    end
  end
end
