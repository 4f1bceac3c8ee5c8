# frozen_string_literal: true

module FawnmossServer
  module Models
    # A learner: the least that planning needs, never an address or a picture.
    class Pupil < Sequel::Model(FawnmossServer.db[:pupils])
      include Locking

      one_to_many :marks, class: 'FawnmossServer::Models::Mark'
      one_to_many :cards, class: 'FawnmossServer::Models::Card', order: Sequel.desc(:number)
      one_to_many :charts, class: 'FawnmossServer::Models::Chart'

      # The card last issued: what the pupil works on, without its long body. nil when there is none.
      def in_work = cards_dataset.select(:id, :title, :issued_on).first

      # Skill ids that the tune in work asks for, read out of the card's body by the database.
      def wanted
        found = cards_dataset.get(Sequel.function(:json_extract, :body, '$.chart.demands'))
        found ? JSON.parse(found) : []
      end

      # Marks that stand (no later mark corrects them), oldest first.
      def standing_marks
        corrected = marks_dataset.exclude(corrects_id: nil).select(:corrects_id)
        marks_dataset.exclude(id: corrected).order(:made_on, :id).all
      end
    end
  end
end
