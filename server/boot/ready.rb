# frozen_string_literal: true

require 'open3'

module FawnmossServer
  module Boot
    # Whether requests may be sent here: the database answers, its tables are as this version needs them, and there is room on the disk. Another question
    # than whether the process is alive (/healthz): who is not ready is left alone for a while, not started anew.
    module Ready
      ROOM = 200_000_000 # bytes that are to be free
      LOOKED = 10 # seconds for which the disk is known

      # { database:, tables:, disk: } each 'ok' or what is the matter.
      def self.checks(db = FawnmossServer.db)
        { database: database(db), tables: tables(db), disk: }
      end

      def self.database(db)
        db.get(1) == 1 ? 'ok' : 'gives odd answers'
      rescue Sequel::DatabaseError
        'cannot be reached'
      end

      # Only looked at: what Sequel asks for this may make a table. Those of a newer version do too, which only add.
      def self.tables(db)
        have = db[:schema_info].get(:version)
        have.to_i >= Migrating.newest ? 'ok' : "are of version #{have.inspect}, not #{Migrating.newest}: bin/start brings them up to date"
      rescue Sequel::DatabaseError
        'cannot be read'
      end

      # Where the server keeps files for a while.
      def self.disk(folder = Dir.tmpdir)
        if @looked.nil? || Clock.now - @looked > LOOKED
          @looked = Clock.now
          @free = free(folder)
        end
        return 'cannot be looked at' unless @free

        @free < ROOM ? "has only #{@free / 1_000_000} MB left" : 'ok'
      end

      def self.free(folder)
        out, status = Open3.capture2('df', '-Pk', folder, err: File::NULL)
        status.success? ? out.lines.last.split[3].to_i * 1024 : nil
      rescue SystemCallError
        nil
      end
      private_class_method :database, :tables, :free
    end
  end
end
