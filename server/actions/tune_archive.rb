# frozen_string_literal: true

require 'zip'

module FawnmossServer
  module Actions
    # The studio's tunes as one zip archive, and such an archive back onto the shelf without duplicates. Inside: each tune as
    # its own text, and tunes.json, which names title, source and whether it is put away.
    module TuneArchive
      LIST = 'tunes.json'
      MOST = 2000 # files
      UNPACKED = 60_000_000 # bytes

      # Bytes of the archive.
      def self.pack(studio)
        tunes = studio.tunes
        names = tunes.each_with_index.map do |tune, index|
          format('%03d-%s.%s', index + 1, tune.title.gsub(/[^\p{L}\p{N}]+/, '-')[0, 60], tune.format)
        end
        list = tunes.zip(names).map { |tune, file| { file:, title: tune.title, source: tune.source, archived: !tune.archived_at.nil? } }
        Zip::OutputStream.write_buffer do |zip|
          entry(zip, LIST, JSON.pretty_generate(format: 1, tunes: list))
          tunes.zip(names).each { |tune, name| entry(zip, name, tune.text) }
        end.string
      end

      def self.entry(zip, name, text)
        zip.put_next_entry(name)
        zip.write(text)
      end

      # Puts every tune of an archive on the shelf that is not there. Returns [{ name:, state: 'added' | 'known' | 'failed', words: }].
      def self.unpack(studio, fields)
        files = files(fields)
        about = about(files)
        files.except(LIST).map { |name, bytes| { name:, **add(studio, name, bytes, about.fetch(name, {})) } }
      end

      def self.files(fields)
        found = {}
        size = 0
        Zip::File.open_buffer(StringIO.new(fields.block('file', max: 11_500_000).unpack1('m0'))).each do |entry|
          name = entry.name.dup.force_encoding(Encoding::UTF_8).scrub('?')
          next unless entry.file? && (name == LIST || name.match?(/\.(abc|txt|musicxml|xml|mxl)\z/i))

          found[name] = entry.get_input_stream.read(UNPACKED - size + 1).to_s
          size += found[name].bytesize
          fields.refuse('file', 'There is too much in this archive.', 'Split it.') if size > UNPACKED || found.size > MOST
        end
        fields.refuse('file', 'There is no tune in this archive.', 'It should hold .abc, .musicxml or .mxl files.') if (found.keys - [LIST]).empty?
        found
      rescue Zip::Error, Zlib::Error, ArgumentError
        fields.refuse('file', 'This is no zip archive that can be opened.', 'Download or pack it again.')
      end

      # { file name => what tunes.json says of it }; nothing when it is missing or not ours.
      def self.about(files)
        list = JSON.parse(files[LIST].to_s.dup.force_encoding(Encoding::UTF_8), max_nesting: 10)
        list.fetch('tunes').to_h { |tune| [tune.fetch('file'), tune] }
      rescue JSON::ParserError, KeyError, TypeError, NoMethodError
        {}
      end

      def self.add(studio, name, bytes, about)
        fields = Inputs::Fields.new({ 'file_name' => File.basename(name), 'file' => [bytes].pack('m0'), **about.slice('title', 'source') })
        tune = FawnmossServer.db.transaction(savepoint: true) { AddTune.call(studio, fields) }
        tune.update(archived_at: Time.now.utc) if about['archived'] == true
        { state: 'added', words: tune.title }
      rescue AddTune::Known => e
        { state: 'known', words: e.text }
      rescue Fawnmoss::Error, Choose => e
        { state: 'failed', words: e.is_a?(Choose) ? "#{e.message} Add this file by itself and choose." : e.text }
      end
      private_class_method :entry, :files, :about, :add
    end
  end
end
