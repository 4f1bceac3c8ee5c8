# frozen_string_literal: true

module FawnmossServer
  module Models
    # One lesson of a pupil: planned with the teacher's wishes, then running with the plan as it stood, then done.
    class Lesson < Sequel::Model(FawnmossServer.db[:lessons])
      extend Pointing
      include Locking

      plugin :serialization, :json, :wishes, :items, :clock
      points_at :pupil
      one_to_many :marks, class: 'FawnmossServer::Models::Mark', order: :id

      # One shape for all: lessons begun before items could be shared have items without it.
      def items = super&.map { { 'also' => [] }.merge(_1) }

      # Those of its marks that stand, in the order in which they were given.
      def standing = pupil.standing.where(lesson_id: id).order(:id).all
    end
  end
end
