# frozen_string_literal: true

module FawnmossServer
  module Models
    # Optimistic locking, by Sequel's plugin: two windows that change one row do not overwrite each other.
    module Locking
      def self.included(model) = model.plugin(:optimistic_locking)

      # Saves only if nobody saved since lock_version was `version`; false when somebody was first (the row is then as it is now). It counts
      # as a change even if all columns are as they were: what hangs on the row may not be.
      def save_if(version, changes)
        set(**changes, lock_version: version)
        modified!
        save_changes
        true
      rescue Sequel::NoExistingObject
        refresh # raises the same when the row itself is gone
        false
      end
    end
  end
end
