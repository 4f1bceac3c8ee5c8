# frozen_string_literal: true

module FawnmossServer
  module Models
    # Optimistic locking: saves only if nobody saved since `version` was read.
    module Locking
      # Updates the row and counts lock_version up; false when somebody was first (the row is then reloaded).
      def save_if(version, changes)
        done = model.where(id:, lock_version: version).update(**changes, lock_version: version + 1) == 1
        refresh
        done
      end
    end
  end
end
