# frozen_string_literal: true

require 'digest'
require 'sequel'

module FawnmossServer
  module Boot
    # Brings the tables up to date, one process at a time. MariaDB cannot take half a change of tables back: each statement that was carried out is written
    # down (migration_steps), so that a run that was broken off is gone on with where it stopped. Tables of a newer version are left alone: new versions
    # only add, so that the one before runs on beside them until all servers are changed.
    module Migrating
      # What a run found that is not as it left it.
      class Changed < StandardError; end

      FOLDER = File.expand_path('../migrations', __dir__)
      WAIT = 600 # seconds for another process that does the same

      # Number of the last migration.
      def self.newest = @newest ||= Dir.children(FOLDER).map(&:to_i).max

      # target: number of a migration, nil for the last. Answers the number that the tables have then.
      def self.call(db, target: nil)
        Sequel.extension(:migration)
        alone(db) do
          have = db.table_exists?(:schema_info) ? db[:schema_info].get(:version).to_i : 0
          next have if have >= (target || newest)

          db.extend(Steps)
          db.steps { Sequel::Migrator.run(db, FOLDER, target:) }
        end
      end

      def self.alone(db, &)
        Lease.prepare(db)
        done = Lease.hold(db, 'tables', wait: WAIT, &)
        done == false ? raise(Changed, 'Another process has been changing the tables for ten minutes.') : done
      end
      private_class_method :alone

      # Of a Sequel::Database: statements that are written down while the block of steps runs.
      module Steps
        OURS = /`(schema_info|migration_steps|leases)`/
        ROWS = /\A\s*(INSERT|UPDATE|DELETE|REPLACE)\b/i
        # What MariaDB says of a change that was carried out, but not written down, before a run was broken off.
        THERE = /already exists|Duplicate (column|key|foreign key)|check that (it|column)|doesn't exist|Unknown table|Multiple primary key|errno: 121/i

        def steps
          @going_on = table_exists?(:migration_steps)
          create_table?(:migration_steps) do
            Integer :version
            Integer :step
            String :sum, size: 64, null: false
            primary_key %i[version step]
          end
          begun = table_exists?(:schema_info) ? self[:schema_info].get(:version).to_i : 0
          @at = [begun + 1, 0]
          @done = self[:migration_steps].where(version: begun + 1).select_hash(%i[version step], :sum)
          @last = [begun + 1, @done.size + 1]
          yield.tap { drop_table(:migration_steps) }
        ensure
          @done = @at = @last = nil
        end

        def execute_dui(sql, options = {}) = taken(sql) { super }
        def execute_insert(sql, options = {}) = taken(sql) { super }

        private

        def taken(sql, &)
          return yield unless @done
          return following(sql, &) if sql.match?(OURS)

          @at = [@at[0], @at[1] + 1]
          sum = Digest::SHA256.hexdigest(sql)
          return carry_out(sql, sum, &) unless (before = @done[@at])

          return 0 if before == sum

          raise Changed, "Migration #{@at[0]} was broken off and does not go on as it began: restore the backup that was made before (bin/restore)."
        end

        # A migration that is whole is followed by the next.
        def following(sql)
          yield.tap { @at = [@at[0] + 1, 0] if sql.match?(/\AUPDATE `schema_info`/) }
        end

        def carry_out(sql, sum, &)
          return transaction { rows_and_note(sum, &) } if sql.match?(ROWS)

          begin
            result = yield
          rescue Sequel::DatabaseError => e
            raise unless broken_off_here? && e.message.match?(THERE)
          end
          note(sum)
          result
        end

        def rows_and_note(sum)
          yield.tap { note(sum) }
        end

        # The first statement that is not written down of a run that goes on with another.
        def broken_off_here? = @going_on && @at == @last

        def note(sum)
          self[:migration_steps].insert(version: @at[0], step: @at[1], sum:)
        end
      end
    end
  end
end
