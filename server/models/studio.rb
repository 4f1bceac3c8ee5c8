# frozen_string_literal: true

module FawnmossServer
  module Models
    # One teacher's studio: every other row is reached through it, so a foreign id is simply not there.
    class Studio < Sequel::Model(FawnmossServer.db[:studios])
      one_to_many :pupils, class: 'FawnmossServer::Models::Pupil', order: :name
      one_to_many :tunes, class: 'FawnmossServer::Models::Tune', order: :title
      one_to_many :charts, class: 'FawnmossServer::Models::Chart'
      one_to_many :cards, class: 'FawnmossServer::Models::Card'

      def self.of_account(account_id) = first(account_id:) || raise(Missing)

      # Each raises Missing unless the row is in this studio.
      def pupil(id) = pupils_dataset.first(id: whole(id)) || raise(Missing)
      def tune(id) = tunes_dataset.first(id: whole(id)) || raise(Missing)
      def chart(id) = charts_dataset.first(id: whole(id)) || raise(Missing)
      def card(id) = cards_dataset.first(id: whole(id)) || raise(Missing)

      private

      def whole(id) = id.to_s.match?(/\A\d{1,18}\z/) ? id.to_i : raise(Missing)
    end
  end
end
