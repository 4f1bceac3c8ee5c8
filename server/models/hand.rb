# frozen_string_literal: true

module FawnmossServer
  module Models
    # A studio's own hand, as it was learnt last.
    class Hand < Sequel::Model(FawnmossServer.db[:hands])
      unrestrict_primary_key
      plugin :serialization, :json, :body, :habits

      # That of a studio, made when there is none yet.
      def self.for(studio_id)
        first(studio_id:) || begin
          dataset.insert_ignore.insert(studio_id:, body: JSON.generate(Fawnmoss::Learning::Hand::NONE.to_h), habits: '[]')
          first(studio_id:)
        end
      end

      # Fawnmoss::Learning::Hand that charts are asked for with, or nil.
      def self.in_force(studio_id)
        row = first(studio_id:)
        row&.value unless row&.off
      end

      # Fawnmoss::Learning::Hand, or nil for none.
      def value = Fawnmoss::Learning::Hand.from_h(body).then { _1 unless _1.none? }

      # A taste decides nothing from now on, without waiting until the hand is learnt anew.
      def drop(taste) = value&.then { update(body: _1.without(taste).to_h) }
    end
  end
end
