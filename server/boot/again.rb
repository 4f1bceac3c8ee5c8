# frozen_string_literal: true

module FawnmossServer
  module Boot
    # A request whose transaction the database gave up (a deadlock) or whose connection was lost (a restart) is tried again, whole, from
    # the start: nothing of it was kept. Only where the connection was lost while a commit was under way nobody knows, so then only what changes nothing
    # is tried again. A cluster refuses at the commit what met another node's change: that is known, and tried again.
    class Again
      PAUSES = [0.02, 0.2, 0.6].freeze # seconds before each further try
      DEADLOCK = /Deadlock found|Lock wait timeout/
      KINDS = [Sequel::DatabaseError, Mysql2::Error].freeze # the second where a text is put into a statement for a connection that was lost

      # Sequel raises these for what the teacher did not do wrong.
      def self.worth?(error)
        KINDS.any? { error.is_a?(_1) } && (Failures.away?(error) || error.message.match?(DEADLOCK))
      end

      # Tells when a commit begins and ends, in the thread it is in.
      module Committing
        def commit_transaction(...)
          Thread.current[:fawnmoss_committing] = true
          super.tap { Thread.current[:fawnmoss_committing] = false }
        end
      end

      def initialize(app) = @app = app

      def call(env)
        tries = 0
        begin
          Thread.current[:fawnmoss_committing] = false
          env['rack.input']&.rewind if tries.positive?
          @app.call(tries.zero? ? env : env.except('rodauth', 'sinatra.error'))
        rescue *KINDS => e
          raise unless again?(e, env, tries)

          FawnmossServer.db.disconnect if Failures.away?(e) # the others of the pool are as dead
          Figures.again(Failures.away?(e) ? 'away' : 'conflict')
          sleep PAUSES[tries]
          tries += 1
          retry
        end
      end

      private

      def again?(error, env, tries)
        return false unless tries < PAUSES.size && self.class.worth?(error)
        return true if JsonOnly::SAFE.include?(env['REQUEST_METHOD'])

        (error.message.match?(DEADLOCK) || !Thread.current[:fawnmoss_committing]) && env['rack.input'].respond_to?(:rewind)
      end
    end
  end
end
