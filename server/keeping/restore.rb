# frozen_string_literal: true

module FawnmossServer
  module Keeping
    # Puts a backup into an empty database, and proves that all of it is there.
    class Restore
      CUT = 'This backup is cut short; take another.'

      attr_reader :head, :sums

      # db: Sequel::Database without tables.
      def initialize(db)
        @db = db
        @sums = {}
      end

      # Reads the lines, fills the tables and reads them again; raises Trouble when anything is missing or otherwise. The tables are those of the backup
      # then; { table: rows }.
      def call(input)
        @head = first(input)
        Boot::Migrating.call(@db, target: head['tables'])
        @db.synchronize do |connection|
          connection.query('SET foreign_key_checks = 0, unique_checks = 0')
          nil while table(input)
        end
        compare
        sums.transform_values(&:first)
      end

      private

      def first(input)
        head = parse(input.gets)
        raise Trouble, 'This is no backup of Fawnmoss.' unless head['format'] == FORMAT

        ours = Boot::Migrating.newest
        return head unless head['version'] > VERSION || head['tables'] > ours

        raise Trouble, "This backup was made by a newer Fawnmoss (tables #{head['tables']}; this one knows #{ours}). Bring this one up to date first."
      end

      # Fills one; false at the end of the backup.
      def table(input)
        line = parse(input.gets)
        return finished(line) if line['end'] == FORMAT

        table = Table.new(@db, line.fetch('table') { raise Trouble, CUT }, line['columns'])
        told = nil
        sum = Digest::SHA256.new
        @db.transaction { table.fill(Enumerator.new { |rows| told = rows(input, rows, sum) }) }
        raise Trouble, "The table #{table.name} of this backup was changed; take another." unless told['end'] == table.name.to_s && told['sum'] == sum.hexdigest

        sums[table.name] = told.values_at('rows', 'sum')
      end

      # Hands on each row, and answers the line after the last.
      def rows(input, to, sum)
        while (line = input.gets)
          return parse(line) if line.start_with?('{')

          sum << line
          to << line
        end
        raise Trouble, CUT
      end

      def finished(line)
        raise Trouble, CUT unless line['tables'] == sums.size

        false
      end

      def parse(line)
        JSON.parse(line || raise(Trouble, CUT))
      rescue JSON::ParserError
        raise Trouble, 'This is no backup of Fawnmoss.'
      end

      # What stands in the database now against what the backup said.
      def compare
        wrong = sums.reject { |name, told| Table.new(@db, name).each_line == told }.keys
        raise Trouble, "Restored, but not the same: #{wrong.join(', ')}. Nothing was kept." if wrong.any?
      end
    end
  end
end
