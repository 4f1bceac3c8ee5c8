# frozen_string_literal: true

module FawnmossServer
  module Boot
    # Of a Sequel::Database whose rows are on several nodes of one cluster (Galera): a connection goes to the first node that takes part, and sees whatever
    # was answered to anybody on another one. Extends it where the option :nodes names more than one.
    module Nodes
      REST = 5 # seconds for which a node that did not answer is asked last
      LIFE = 300 # seconds that a connection is kept: one that had to go elsewhere comes back
      NOT_READY = 1047 # MariaDB's number for a node that takes no part just now
      # Reads wait for what others have committed; a single statement that met another's at its commit is tried again by the node itself.
      SESSION = 'SET wsrep_sync_wait = 1, wsrep_retry_autocommit = 4'

      def self.extended(database)
        database.extension(:connection_expiration)
        database.pool.connection_expiration_timeout = LIFE
      end

      def connect(_server)
        trouble = nil
        in_turn.each do |node|
          return joined(super({ host: node[0], port: node[1] }))
        rescue Mysql2::Error => e
          trouble = e
          resting[node] = Clock.now + REST
        end
        raise trouble
      end

      def disconnect_error?(error, about) = (error.is_a?(Mysql2::Error) && error.error_number == NOT_READY) || super

      private

      # { node => until when it is asked last }. Its order is of no weight between threads.
      def resting = @resting ||= {}
      def in_turn = opts[:nodes].partition { resting.fetch(_1, 0) < Clock.now }.flatten(1)

      def joined(connection)
        connection.query(SESSION)
        return connection if alone?(connection) || connection.query("SHOW STATUS LIKE 'wsrep_ready'").first&.values&.last == 'ON'

        connection.close
        raise Mysql2::Error::ConnectionError.new('This node of the database takes no part just now.', nil, NOT_READY)
      end

      # A database without a cluster.
      def alone?(connection) = connection.query('SELECT @@wsrep_on').first.values.first.zero?
    end
  end
end
