# frozen_string_literal: true

module FawnmossServer
  module Keeping
    # Everything there is as it was at one moment, while the server goes on.
    class Backup
      # db: Sequel::Database; secret: what the server signs with.
      def initialize(db, secret)
        @db = db
        @secret = secret
      end

      # Writes the lines; answers { table: rows }.
      def write(out)
        @db.synchronize do |connection|
          connection.query('SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ')
          connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY')
          tell(out, format: FORMAT, version: VERSION, tables: migration, made_at: Time.now.utc.iso8601, secret: @secret)
          counts = Table.names(@db).to_h { |name| [name, table(out, Table.new(@db, name))] }
          tell(out, end: FORMAT, tables: counts.size)
          counts
        ensure
          connection.query('ROLLBACK')
        end
      end

      private

      def migration = @db[:schema_info].get(:version)

      def table(out, table)
        tell(out, table: table.name, columns: table.columns)
        rows, sum = table.each_line { out.write(_1, "\n") }
        tell(out, end: table.name, rows:, sum:)
        rows
      end

      def tell(out, **words) = out.write(JSON.generate(words), "\n")
    end
  end
end
