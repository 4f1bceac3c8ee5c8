# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Cards as the API shows them.
    module CardAnswer
      # practised: of Practised.short; link: the live one.
      def self.summary(card, practised = Practised.short([card.id])[card.id], link = card.live_link)
        { id: card.id, number: card.number, title: card.title, issued_on: card.issued_on.iso8601, pupil_id: card.pupil_id, chart_id: card.chart_id,
          link: link && { path: "/k/#{link.token}", expires_on: link.expires_at.to_date.iso8601 }, practised: }
      end

      # A pupil's cards, the last first, without what they say: three queries, however many there are.
      def self.list(pupil)
        cards = pupil.cards_dataset.select(*Models::Card::SHORT).all
        ids = cards.map(&:id)
        practised = Practised.short(ids)
        links = Models::CardLink.live.where(card_id: ids).all.reverse.to_h { [_1.card_id, _1] } # the newest of each card
        cards.map { summary(_1, practised[_1.id], links[_1.id]) }
      end

      # origin: the address of this server as people know it, for the link to be printed, or nil.
      def self.whole(card, origin = nil)
        short = summary(card)
        { **short, body: card.body, days: Practised.whole(card)[:days], notes: HomeNotes.of(card),
          address: origin && short[:link] && "#{origin}#{short[:link][:path]}" }
      end

      # Behind the private link: the card and nothing that leads elsewhere.
      def self.public(card)
        { number: card.number, title: card.title, issued_on: card.issued_on.iso8601, body: card.body, days: Practised.whole(card)[:days],
          notes: HomeNotes.of(card) }
      end
    end
  end
end
