# frozen_string_literal: true

module FawnmossServer
  module Models
    # One lesson of a pupil: planned with the teacher's wishes, then running with the plan as it stood, then done.
    class Lesson < Sequel::Model(FawnmossServer.db[:lessons])
      include Locking

      plugin :serialization, :json, :wishes, :items, :clock
      many_to_one :pupil, class: 'FawnmossServer::Models::Pupil'
      one_to_many :marks, class: 'FawnmossServer::Models::Mark', order: :id

      # Raises Missing when the pupil was erased a moment ago.
      def pupil = super || raise(Missing)
    end
  end
end
