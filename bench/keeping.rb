# frozen_string_literal: true

# See bin/bench --keeping. A made-up studio of 200 pupils, 300,000 marks and 2,000 tunes, made here and taken away afterwards: how long a backup of it takes,
# a restore with its comparing, and each change of the tables that can be taken back, taken back and made again.

require_relative 'studio'
require 'tmpdir'

# Fills the studio, and measures.
class KeepingBench < StudioBench
  PUPILS = 200
  YEARS = 5
  TUNES = 2000
  TRIALS = { 'a column more of marks' => "ADD COLUMN trial varchar(20) NOT NULL DEFAULT ''", 'an index more' => 'ADD INDEX trial (trial, made_on)',
             'both away' => 'DROP INDEX trial, DROP COLUMN trial' }.freeze
  BACK = 21 # later migrations can be taken back, and are made again here

  def run
    remove
    @studio = open_studio
    fill(PUPILS, YEARS)
    add_tunes
    puts "  #{@studio.pupils_dataset.count} pupils, #{@db[:marks].where(studio_id: @studio.id).count} marks, #{@studio.tunes_dataset.count} tunes"
    Dir.mktmpdir { |folder| keep(folder) }
    change_tables
  ensure
    FawnmossServer::Boot::Database.migrate(@db)
    remove
  end

  private

  # Of 8 to 32 bars, no two alike.
  def add_tunes
    rows = Array.new(TUNES) do |number|
      bars = Array.new(8 + @random.rand(25)) { Array.new(4) { %w[D E F G A B c d].sample(random: @random) }.join(' ') }
      read = FawnmossServer::Actions::AddTune.of(text: "X:1\nT:Tune #{number}\nM:4/4\nL:1/4\nK:D\n#{bars.join('|')}|\n", format: 'abc')
      { **read, notices: '[]', studio_id: @studio.id, search: FawnmossServer::Models::Tune.search_words(*read.values_at(:title, :key_name, :meter, :source)) }
    end
    rows.each_slice(500) { @db[:tunes].multi_insert(_1) }
  end

  def keep(folder)
    passphrase = File.join(folder, 'passphrase').tap { File.write(_1, "only for the bench, ever\n") }
    command = FawnmossServer::Keeping::Command.new(FawnmossServer.settings, folder)
    [['--keep', '1'], ['--check']].each { |what| command.run(['backup', *what, '--passphrase-file', passphrase]) }
  end

  # A process that reads and writes goes on meanwhile, as an old server does beside a new one.
  def change_tables
    newest = FawnmossServer::Boot::Migrating.newest
    Sequel.extension(:migration)
    Sequel::Migrator.run(@db, FawnmossServer::Boot::Migrating::FOLDER, target: BACK)
    ((BACK + 1)..newest).each do |number|
      time, waits = beside { ms { FawnmossServer::Boot::Database.migrate(@db, target: number) } }
      told("tables #{number}", time, waits)
    end
    # What later versions may want of the largest table.
    TRIALS.each { |name, change| told(name, *beside { ms { @db.run("ALTER TABLE marks #{change}") } }) }
  end

  def told(name, time, waits)
    puts format('  %s: %.0f ms; meanwhile a mark was written %d times, the longest took %.0f ms', name, time, waits.size, waits.max || 0)
  end

  def beside
    going = true
    pupil = @db[:pupils].where(studio_id: @studio.id).get(:id)
    writer = Thread.new do
      waits = []
      mark = { studio_id: @studio.id, pupil_id: pupil, skill: 'body.ready', value: 2, made_on: TODAY, source: 'lesson', note: '' }
      waits << ms { @db[:marks].insert(mark) } while going
      waits
    end
    time = yield
    going = false
    [time, writer.value]
  end
end

KeepingBench.new.run if $PROGRAM_NAME == __FILE__
