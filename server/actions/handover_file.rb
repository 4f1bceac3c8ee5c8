# frozen_string_literal: true

require 'zip'

module FawnmossServer
  module Actions
    # The archive of a handover, unpacked and checked; done apart.
    module HandoverFile
      # base64: the file; schema: { table => HandoverRow.columns }. Returns [head, { table => rows }]. Raises InvalidInput.
      def self.read(base64, schema)
        entries = unpack(base64)
        head = head(entries[Handover::HEAD])
        tables = schema.to_h { |table, columns| [table, rows(table, entries["#{table}.jsonl"], columns)] }
        one!(tables) if head['kind'] == 'pupil'
        [head, tables]
      end

      def self.unpack(base64)
        size = 0
        Zip::File.open_buffer(StringIO.new(base64.unpack1('m0'))).to_h do |entry|
          text = entry.file? ? entry.get_input_stream.read(HandoverIn::UNPACKED - size + 1).to_s : ''
          size += text.bytesize
          refuse('There is more in this file than can be taken in at once.') if size > HandoverIn::UNPACKED
          [entry.name, text.dup.force_encoding(Encoding::UTF_8)]
        end
      rescue Zip::Error, Zlib::Error, ArgumentError, EOFError, NoMethodError, TypeError, RangeError
        refuse('This is no file that Fawnmoss made.')
      end

      def self.head(text)
        head = JSON.parse(text.to_s, max_nesting: 5)
        refuse('This is no file that Fawnmoss made.') unless head.is_a?(Hash) && head['format'] == 'fawnmoss' && %w[pupil studio].include?(head['kind'])
        newer = !head['version'].is_a?(Integer) || head['version'] > Handover::VERSION
        refuse('This file is from a newer Fawnmoss.', 'Bring this one up to date first.') if newer
        head
      rescue JSON::ParserError
        refuse('This is no file that Fawnmoss made.')
      end

      def self.rows(table, text, columns)
        text.to_s.lines(chomp: true).each_with_index.map { |line, at| HandoverRow.read(table, line, columns, "#{table}.jsonl, line #{at + 1}") }
      end

      def self.one!(tables)
        refuse('This file is not about one pupil.') unless tables.fetch(:pupils).size == 1
      end

      def self.refuse(message, remedy = 'Choose the zip file as it was saved.')
        raise Fawnmoss::InvalidInput.new(message, where: { field: 'file' }, remedy:)
      end
      private_class_method :unpack, :head, :rows, :one!, :refuse
    end
  end
end
