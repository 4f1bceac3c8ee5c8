# frozen_string_literal: true

require 'zip'

module FawnmossServer
  module Actions
    # The studio's tunes as one zip archive, and such an archive back onto the shelf without duplicates. Inside: each tune as
    # its own text, and tunes.json, which names title, source and whether it is put away.
    module TuneArchive
      # More comes out of an archive than is taken in.
      class TooMuch < Fawnmoss::InvalidInput
      end

      LIST = 'tunes.json'
      MOST = 2000 # files
      UNPACKED = 30_000_000 # bytes that come out of it
      TEXT = 20_000_000 # bytes of tunes, when archives inside it are unpacked too
      SECONDS = 20 # of processor time for reading in one go

      # Bytes of the archive.
      def self.pack(studio)
        tunes = studio.tunes
        names = tunes.each_with_index.map do |tune, index|
          format('%03d-%s.%s', index + 1, tune.title.gsub(/[^\p{L}\p{N}]+/, '-')[0, 60], tune.format)
        end
        list = tunes.zip(names).map do |tune, file|
          { file:, title: tune.title, source: tune.source, archived: !tune.archived_at.nil?, second: tune.second }.compact
        end
        Zip::OutputStream.write_buffer do |zip|
          entry(zip, LIST, JSON.pretty_generate(format: 1, tunes: list))
          tunes.zip(names).each { |tune, name| entry(zip, name, tune.text) }
        end.string
      end

      def self.entry(zip, name, text)
        zip.put_next_entry(name)
        zip.write(text)
      end

      # Puts every tune of an archive on the shelf that is not there. Returns [{ name:, state: 'added' | 'known' | 'failed' | 'later', words: }];
      # later: there was no time for it, send the archive again.
      def self.unpack(studio, fields)
        known = studio.tunes_dataset.select_map(:digest).to_set
        Apart.run(:imports, studio.id) { read_all(fields, known) }.map { |name, found| { name:, **put(studio, found) } }
      end

      # [[file name, columns of the tune with archived:, or a sentence, or :known, or nil when time was up], ...]
      def self.read_all(fields, known)
        stop = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) + SECONDS
        files = files(fields)
        about = about(files)
        room = TEXT
        files.except(LIST).map do |name, bytes|
          next [name, nil] if Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) > stop

          [name, read(name, bytes, about.fetch(name, {}), known) { |text| enough?(fields, room -= text.bytesize) }]
        end
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
      rescue Zip::Error, Zlib::Error, ArgumentError, EOFError, NoMethodError, TypeError, RangeError
        fields.refuse('file', 'This is no zip archive that can be opened.', 'Download or pack it again.')
      end

      # { file name => what tunes.json says of it }; nothing when it is missing or not ours.
      def self.about(files)
        list = JSON.parse(files[LIST].to_s.dup.force_encoding(Encoding::UTF_8), max_nesting: 10)
        list.fetch('tunes').to_h { |tune| [tune.fetch('file'), tune] }
      rescue JSON::ParserError, KeyError, TypeError, NoMethodError
        {}
      end

      # What comes out is counted over all files, whether it is a tune or not.
      def self.enough?(_fields, room)
        return false unless room.negative?

        raise TooMuch.new("What is in this archive is over #{TEXT / 1_000_000} MB of text.", where: { field: 'file' }, remedy: 'Split it.')
      end

      # The block is told of the text before it is read.
      def self.read(name, bytes, about, known)
        fields = Inputs::Fields.new(about.slice('title', 'source'))
        text = Inputs::TuneInput.plain(bytes, fields)
        yield text
        read_text(fields, text, File.basename(name), about, known)
      rescue TooMuch
        raise
      rescue Fawnmoss::Error => e
        e.text
      rescue Choose => e
        "#{e.message} Add this file by itself and choose."
      end

      def self.read_text(fields, text, name, about, known)
        input = Inputs::TuneInput.of_file(fields, text, name, title: fields.text('title', max: 120, default: ''),
source: fields.text('source', max: 200, default: ''))
        digest = AddTune.digest(input.text)
        return :known if known.include?(digest)

        known << digest # the same tune twice in one archive
        input.second = Fawnmoss::Notation.plain(about['second']) if about['second'].is_a?(String)
        { **AddTune.of_input(input), archived: about['archived'] == true }
      end

      def self.put(studio, found)
        case found
        when nil then { state: 'later', words: 'There was no time for it. Send the archive again: what is on the shelf is passed over.' }
        when :known then { state: 'known', words: 'This tune is already on the shelf or put away.' }
        when String then { state: 'failed', words: found }
        else
          tune = AddTune.keep(studio, found.except(:archived))
          tune.update(archived_at: Time.now.utc) if found[:archived]
          { state: 'added', words: tune.title }
        end
      rescue AddTune::Known => e
        { state: 'known', words: e.text }
      end
      private_class_method :entry, :read_all, :files, :about, :enough?, :read, :read_text, :put
    end
  end
end
