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

      # As save_if, for a change that is all in the row's columns. True when it was saved, false when the row stands so already; else
      # raises Stale with what the block answers.
      def save_or_stale(version, changes)
        return true if save_if(version, changes)
        raise Stale, yield unless stands?(changes)

        false
      end

      # True when the row stands as these changes would leave it: they were saved already, and their answer was lost on the way.
      def stands?(changes) = changes.all? { |name, value| Locking.plain(public_send(name)) == Locking.plain(value) }

      # A value as it comes back out of JSON, since that is how some columns keep theirs.
      def self.plain(value) = value.is_a?(Hash) || value.is_a?(Array) ? JSON.parse(JSON.generate(value)) : value
    end
  end
end
