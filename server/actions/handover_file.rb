# frozen_string_literal: true

require 'zip'

module FawnmossServer
  module Actions
    # The archive of a handover, unpacked and checked row by row; done apart. What it holds is written to another file, some rows at a time, so that
    # neither process ever holds all of it.
    class HandoverFile
      UNPACKED = 600_000_000 # bytes that come out of an archive
      LINE = 20_000_000 # bytes of one row
      BATCH = 200 # rows that are put in together, and
      BYTES = 4_000_000 # of their texts
      HEAD = 100_000 # bytes of what says what it is

      # path: the archive; to: where its rows go; schema: { table => HandoverRow.columns } in the order in which they are put in. Returns { 'kind' =>,
      # 'name' =>, rows: how many }. Raises InvalidInput.
      def self.check(path, to, schema)
        Zip::File.open(path) { |zip| File.open(to, 'wb') { |out| new(zip, out).check(schema) } }
      rescue Zip::Error, Zlib::Error, ArgumentError, EOFError, NoMethodError, TypeError, RangeError
        refuse('This is no file that Fawnmoss made.')
      end

      # Yields [table, rows] of what was checked. path: where check wrote it.
      def self.each(path)
        File.open(path, 'rb') do |file|
          yield(*Marshal.load(file)) until file.eof? # rubocop:disable Security/MarshalLoad -- written by our own process a moment ago
        end
      end

      def self.refuse(message, remedy = 'Choose the zip file as it was saved.')
        raise Fawnmoss::InvalidInput.new(message, where: { field: 'file' }, remedy:)
      end

      def initialize(zip, out)
        @zip = zip
        @out = out
        @unpacked = 0
      end

      def check(schema)
        head = head(@zip.find_entry(Handover::HEAD)&.get_input_stream&.read(HEAD).to_s)
        counts = schema.to_h { |table, columns| [table, copy(table, columns)] }
        refuse('This file is not about one pupil.') if head['kind'] == 'pupil' && counts[:pupils] != 1
        { **head.slice('kind', 'name'), rows: counts.values.sum }
      end

      private

      def head(text)
        head = JSON.parse(text, max_nesting: 5)
        refuse('This is no file that Fawnmoss made.') unless head.is_a?(Hash) && head['format'] == 'fawnmoss' && %w[pupil studio].include?(head['kind'])
        newer = !head['version'].is_a?(Integer) || head['version'] > Handover::VERSION
        refuse('This file is from a newer Fawnmoss.', 'Bring this one up to date first.') if newer
        head
      rescue JSON::ParserError
        refuse('This is no file that Fawnmoss made.')
      end

      # The rows of a table, checked. Returns how many.
      def copy(table, columns)
        count = size = 0
        rows = []
        lines(table) do |line|
          rows << HandoverRow.read(table, line, columns, "#{table}.jsonl, line #{count += 1}")
          next unless (size += line.bytesize) > BYTES || rows.size == BATCH

          Marshal.dump([table, rows], @out)
          size = 0
          rows = []
        end
        Marshal.dump([table, rows], @out) if rows.any?
        count
      end

      def lines(table)
        stream = @zip.find_entry("#{table}.jsonl")&.get_input_stream or return
        while (line = stream.gets("\n", LINE))
          refuse('There is more in this file than can be taken in at once.') if (@unpacked += line.bytesize) > UNPACKED
          yield line.chomp.force_encoding(Encoding::UTF_8)
        end
      end

      def refuse(...) = self.class.refuse(...)
    end
  end
end
