# frozen_string_literal: true

require 'sequel'

module FawnmossServer
  module Boot
    # Connects to MariaDB and brings its tables up to date.
    module Database
      KEPT = %i[adapter host port nodes user password database].freeze # what two connections to one place have in common
      LONG = 3600 # seconds that one statement may take where nobody waits for a page

      # options: a Settings#database hash. Times are UTC with microseconds; a connection idle for half a minute is checked
      # before use, so a restarted server is noticed.
      def self.connect(options)
        Sequel.default_timezone = :utc
        db = Sequel.connect(encoding: 'utf8mb4', fractional_seconds: true, max_connections: 16,
                                       pool_timeout: 10, connect_timeout: 3, read_timeout: 20, test: false, **options,
                                       after_connect: lambda { |connection|
                                         connection.query("SET time_zone = '+00:00', sql_mode = 'STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION'")
                                       })
        db.extend(Nodes) if options.fetch(:nodes, []).size > 1
        db.extension(:connection_validator) # asks something already
        db.singleton_class.prepend(Again::Committing)
        db.pool.connection_validation_timeout = 30
        db.tap(&:test_connection)
      end

      # With a connection of its own, that waits longer than any request: a large table takes its time.
      def self.migrate(db, target: nil)
        own = connect(**db.opts.slice(*KEPT), read_timeout: LONG)
        Migrating.call(own, target:)
      ensure
        own&.disconnect
      end
    end
  end
end
