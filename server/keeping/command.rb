# frozen_string_literal: true

require 'io/console'
require 'optparse'

module FawnmossServer
  module Keeping
    # bin/backup and bin/restore: what was typed, what is said, and which database it is about.
    class Command
      USAGES = { 'backup' => 'usage: bin/backup [--to FOLDER] [--keep N] [--passphrase-file FILE] | --check [FILE]',
                 'restore' => 'usage: bin/restore FILE [--passphrase-file FILE]' }.freeze
      NAME = /\Afawnmoss-\d{8}-\d{6}(-\d+)?\.backup\z/
      KEEP = 14 # files
      LEAVING = 20 # tenths of a second that a connection may take to end

      # settings: Boot::Settings; state: the folder with settings.env in it; input, out: where a passphrase comes from and words go to.
      def initialize(settings, state, input: $stdin, out: $stdout)
        @settings = settings
        @state = state
        @input = input
        @out = out
      end

      # arguments: what was typed; the first is backup or restore. Answers the exit code.
      def run(arguments)
        name, *rest = arguments
        given = {}
        files = options(name, given).parse(rest)
        name == 'restore' ? restore(files, given) : backup(files, given)
        0
      rescue OptionParser::ParseError, ArgumentError => e
        say("#{e.message}\n#{options(name, {}).help}")
        2
      rescue Trouble => e
        say(e.message)
        1
      rescue Sequel::DatabaseError => e
        say("The database would not: #{e.message}")
        1
      end

      private

      def options(name, given)
        OptionParser.new(USAGES.fetch(name)) do |parser|
          parser.on('--passphrase-file FILE', 'whose first line opens the backup; asked for without') { given[:passphrase_file] = _1 }
          next if name == 'restore'

          parser.on('--to FOLDER', 'where backups go; usually backups/ beside the database') { given[:to] = _1 }
          parser.on('--keep N', Integer, "how many of them are kept, usually #{KEEP}") { given[:keep] = _1 }
          parser.on('--check', 'restores FILE, or the newest, into a database for trying, and compares') { given[:check] = true }
        end
      end

      def folder(given) = given[:to] || File.join(@state, 'backups')
      def made(folder) = Dir.children(folder).grep(NAME).sort

      def backup(files, given)
        return check(files.first, given) if given[:check]
        raise ArgumentError, "#{files.first} is too much" if files.any?
        raise ArgumentError, '--keep is a number from 1' if given.fetch(:keep, KEEP) < 1

        FileUtils.mkdir_p(folder(given), mode: 0o700)
        path = fresh(folder(given))
        counts, seconds = timed { Sealed.write(path, passphrase(given, twice: true)) { |out| Backup.new(connect, @settings.secret).write(out) } }
        say("#{path}: #{size(path)}, #{told(counts)}, #{seconds} s")
        rotate(folder(given), File.basename(path), given.fetch(:keep, KEEP))
      rescue SystemCallError => e
        raise Trouble, "The backup cannot be written: #{e.message}."
      end

      # A name of now that nothing has yet, whatever the clock does.
      def fresh(folder)
        name = Time.now.utc.strftime('fawnmoss-%Y%m%d-%H%M%S')
        (1..).lazy.map { File.join(folder, "#{name}#{"-#{_1}" if _1 > 1}.backup") }.find { !File.exist?(_1) }
      end

      # The one just made stays, whatever its name says of its age.
      def rotate(folder, newest, keep)
        old = (made(folder) - [newest]).reverse.drop(keep - 1)
        old.each { File.delete(File.join(folder, _1)) }
        say("#{old.size} older #{old.size == 1 ? 'one' : 'ones'} taken away, #{made(folder).size} kept") if old.any?
      end

      def check(file, given)
        file ||= newest(folder(given))
        counts, seconds = timed { into('fawnmoss_check', file, given) { nil } }
        say("#{file} opens, and all of it is there: #{told(counts)}, #{seconds} s")
      end

      def newest(folder)
        name = Dir.exist?(folder) && made(folder).last
        name ? File.join(folder, name) : raise(Trouble, "There is no backup in #{folder}.")
      end

      def restore(files, given)
        raise ArgumentError, 'Which file?' unless files.size == 1

        empty?
        counts, seconds = timed do
          into('fawnmoss_restore', files.first, given) do |restore, database|
            empty?
            keep_secret(restore.head['secret'])
            move(database)
          end
        end
        say("Restored and compared, table by table: #{told(counts)}, #{seconds} s. Links to cards and calendars work as before; everybody logs in anew.")
      end

      # Fills a database of its own with a backup; the block is given the Restore and its database. One at a time.
      def into(name, file, given)
        words = passphrase(given)
        alone(name) do |keeper|
          anew(keeper, name)
          database = connect(name)
          Sealed.read(file, words) do |input|
            restore = Restore.new(database)
            restore.call(input).tap { yield restore, database }
          end
        ensure
          database&.disconnect
          keeper.run("DROP DATABASE IF EXISTS `#{name}`")
        end
      end

      # The block has a connection, and nobody else here does the same meanwhile.
      def alone(name)
        keeper = connect('information_schema')
        File.open(File.join(@state, "#{name}.lock"), File::RDWR | File::CREAT, 0o600) do |file|
          raise Trouble, 'Another restore is going on here.' unless file.flock(File::LOCK_EX | File::LOCK_NB)

          yield keeper
        end
      ensure
        keeper&.disconnect
      end

      # Nothing is put over what somebody has, nor under a server that runs.
      def empty?
        here = connect
        taken = here.table_exists?(:accounts) && !here[:accounts].empty?
        raise Trouble, 'There are studios here already. Restore into an empty place: another folder in FAWNMOSS_STATE, say.' if taken

        others = here[Sequel[:information_schema][:processlist]].where(db: @settings.database[:database]).exclude(id: Sequel.function(:connection_id))
        LEAVING.times { others.empty? ? (return true) : sleep(0.1) } # one that has just ended takes a moment
        raise Trouble, 'A server is running here. Stop it first.'
      ensure
        here&.disconnect
      end

      # The tables go over in one step.
      def move(database)
        target = @settings.database[:database]
        tables = database.tables
        here = connect(database.opts[:database])
        anew(here, target)
        here.run("RENAME TABLE #{tables.map { "`#{_1}` TO `#{target}`.`#{_1}`" }.join(', ')}")
      ensure
        here&.disconnect
      end

      def anew(database, name)
        database.run("DROP DATABASE IF EXISTS `#{name}`")
        database.run("CREATE DATABASE `#{name}` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci")
      end

      # Links are signed with it.
      def keep_secret(secret)
        path = File.join(@state, 'settings.env')
        lines = File.readlines(path).reject { _1.start_with?('FAWNMOSS_SECRET=') }
        File.open("#{path}.new", File::WRONLY | File::CREAT | File::TRUNC, 0o600) { |file| file.write("FAWNMOSS_SECRET=#{secret}\n", *lines) && file.fsync }
        File.rename("#{path}.new", path)
      rescue SystemCallError => e
        raise Trouble, "The settings cannot be written: #{e.message}."
      end

      def passphrase(given, twice: false)
        words = given[:passphrase_file] ? from_file(given[:passphrase_file]) : typed(twice)
        raise Trouble, "A passphrase has #{LEAST} characters at least." if words.length < LEAST

        words
      end

      def from_file(path)
        File.open(path) { |file| file.gets.to_s.chomp }
      rescue SystemCallError => e
        raise Trouble, "The passphrase cannot be read: #{e.message}."
      end

      def typed(twice)
        raise Trouble, 'Where nobody can be asked, name a file with the passphrase: --passphrase-file FILE.' unless @input.tty?

        first = @input.getpass('Passphrase: ')
        raise Trouble, 'The two are not the same.' if twice && @input.getpass('Once more: ') != first

        first
      end

      def connect(name = nil) = Boot::Database.connect({ **@settings.database, read_timeout: Boot::Database::LONG }.merge(name ? { database: name } : {}))

      def timed
        started = Clock.now
        [yield, (Clock.now - started).round(1)]
      end

      def size(path) = File.size(path).then { _1 < 1_000_000 ? "#{(_1 / 1000.0).ceil} kB" : format('%.1f MB', _1 / 1e6) }
      def told(counts) = "#{counts.size} tables, #{counts.values.sum} rows"
      def say(words) = @out.puts(words)
    end
  end
end
