# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Cards as the API shows them.
    module CardAnswer
      # practised: of Practised.short.
      def self.summary(card, practised = Practised.short([card.id])[card.id])
        link = card.live_link
        { id: card.id, number: card.number, title: card.title, issued_on: card.issued_on.iso8601, pupil_id: card.pupil_id, chart_id: card.chart_id,
          link: link && { path: "/k/#{link.token}", expires_on: link.expires_at.to_date.iso8601 }, practised: }
      end

      # Several cards, with one query for what was practised.
      def self.list(cards)
        practised = Practised.short(cards.map(&:id))
        cards.map { summary(_1, practised[_1.id]) }
      end

      def self.whole(card) = { **summary(card), body: card.body, days: Practised.whole(card)[:days] }

      # Behind the private link: the card and nothing that leads elsewhere.
      def self.public(card)
        { number: card.number, title: card.title, issued_on: card.issued_on.iso8601, body: card.body, days: Practised.whole(card)[:days] }
      end
    end
  end
end
