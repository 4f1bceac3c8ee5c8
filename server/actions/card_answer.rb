# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Cards as the API shows them.
    module CardAnswer
      def self.summary(card)
        link = card.live_link
        { id: card.id, number: card.number, title: card.title, issued_on: card.issued_on.iso8601, pupil_id: card.pupil_id, chart_id: card.chart_id,
          link: link && { path: "/k/#{link.token}", expires_on: link.expires_at.to_date.iso8601 } }
      end

      def self.whole(card) = { **summary(card), body: card.body }

      # Behind the private link: the card and nothing that leads elsewhere.
      def self.public(card) = { number: card.number, title: card.title, issued_on: card.issued_on.iso8601, body: card.body }
    end
  end
end
