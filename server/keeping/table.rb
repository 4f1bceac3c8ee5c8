# frozen_string_literal: true

module FawnmossServer
  module Keeping
    # The rows of a table as lines, and lines as rows.
    class Table
      AT_ONCE = 500 # rows
      LETTERS = 1_000_000 # of them in one statement, about

      attr_reader :name, :columns

      # Names of all tables that are kept.
      def self.names(db) = (db.tables - LEFT).sort

      # db: Sequel::Database. columns: of a backup, nil for those the table has.
      def initialize(db, name, columns = nil)
        @db = db
        @name = name.to_sym
        @columns = columns&.map(&:to_sym) || db.schema(@name).map(&:first)
      end

      # Each row as a line of JSON, in the order of the key; answers [rows, SHA-256 of the lines].
      def each_line
        sum = Digest::SHA256.new
        rows = 0
        read do |values|
          line = JSON.generate(values)
          sum << line << "\n"
          rows += 1
          yield line if block_given?
        end
        [rows, sum.hexdigest]
      end

      # lines: an enumerator of lines, each of them a row.
      def fill(lines)
        part = []
        letters = 0
        lines.each do |line|
          part << JSON.parse(line)
          letters += line.bytesize
          next unless part.size >= AT_ONCE || letters > LETTERS

          insert(part)
          part = []
          letters = 0
        end
        insert(part)
      end

      private

      # A row after another as MariaDB sends them, none of them kept.
      def read
        key = @db.schema(@name).select { _1.last[:primary_key] }.map(&:first)
        query = @db[@name].select(*@columns).order(*key).sql
        @db.synchronize do |connection|
          connection.query(query, stream: true, cache_rows: false, cast: false, as: :array).each { yield _1.map { |value| value&.dup&.force_encoding(Encoding::UTF_8) } }
        end
      end

      def insert(rows) = rows.any? && @db[@name].import(@columns, rows)
    end
  end
end
