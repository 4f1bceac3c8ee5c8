# frozen_string_literal: true

module FawnmossServer
  module Models
    # One lesson of a group: planned with the teacher's wishes, then running with the plan as it stood, then done.
    class GroupLesson < Sequel::Model(FawnmossServer.db[:group_lessons])
      extend Pointing
      include Locking

      plugin :serialization, :json, :wishes, :items, :roll
      points_at :group

      # Pupils who were there; everybody, until it is said.
      def present(pupils) = pupils.select { roll.fetch(_1.id.to_s, true) }
    end
  end
end
