# frozen_string_literal: true

# See bin/bench --shelf. A made-up studio whose shelf grows to 500 and 5,000 tunes, made here and taken away afterwards: how long the
# tunes are looked at in the background, the shelf for a pupil, the shelf right after a mark, searching, and a mark with 120 cards behind it.

require 'bundler/setup'
require 'bcrypt'
require_relative '../server/fawnmoss_server'
require_relative 'page'

# Fills the shelf, step by step, and measures.
class ShelfBench
  EMAIL = 'bench@fawnmoss.example'
  PASSWORD = 'only for the bench, ever'
  SIZES = { 500 => 300, 5000 => 1500 }.freeze # tunes => ms that the shelf may take
  CARDS = 120
  MARKS = 500
  MARK = 60 # ms that a mark may take
  LETTERS = %w[D E F G A B c d].freeze

  def initialize
    FawnmossServer.boot(ENV)
    FawnmossServer::Boot::Database.migrate(FawnmossServer.db)
    FawnmossServer::LOADER.eager_load
    @db = FawnmossServer.db
    @random = Random.new(7)
    @page = Page.new
  end

  def run
    remove
    account = @db[:accounts].insert(email: EMAIL, password_hash: BCrypt::Password.create(PASSWORD, cost: 4))
    @studio = FawnmossServer::Models::Studio.create(account_id: account, name: 'Bench')
    @page.send(:Post, '/api/login', { email: EMAIL, password: PASSWORD })
    @pupil = @page.send(:Post, '/api/pupils', { name: 'Wren', instrument: 'violin' })['id']
    SIZES.each { |tunes, bound| step(tunes, bound) if ARGV.empty? || ARGV.include?(tunes.to_s) }
    marks
  ensure
    remove
  end

  private

  def remove
    account = @db[:accounts].first(email: EMAIL) or return
    studio = @db[:studios].where(account_id: account[:id]).get(:id)
    %i[cards marks].each { |table| @db[table].where(studio_id: studio).delete }
    @db[:accounts].where(id: account[:id]).delete
  end

  # Tunes of 8 to 32 bars, no two alike.
  def text(number)
    bars = Array.new(8 + @random.rand(25)) { Array.new(4) { LETTERS.sample(random: @random) }.join(' ') }
    bars[1] = '(DE) (FG)' if (number % 3).zero?
    "X:1\nT:Tune #{number}\nM:4/4\nL:1/4\nK:#{%w[D G A C F].sample(random: @random)}\n#{bars.join('|')}|\n".gsub('(DE) (FG)', '(D E) (F G)')
  end

  def fill(tunes)
    rows = ((@studio.tunes_dataset.count + 1)..tunes).map do |number|
      read = FawnmossServer::Actions::AddTune.of(text: text(number), format: 'abc')
      { **read, notices: '[]', studio_id: @studio.id, search: FawnmossServer::Models::Tune.search_words(*read.values_at(:title, :key_name, :meter, :source)) }
    end
    rows.each_slice(500) { @db[:tunes].multi_insert(_1) }
  end

  def step(tunes, bound)
    fill(tunes)
    start = now
    first = ms { shelf }
    sleep 0.2 until shelf['looking'].zero?
    puts format('  %d tunes: all looked at after %.1f s; the first answer, while they were not, %d ms', tunes, now - start, first)
    asked = { 'shelf' => -> { shelf }, 'sorted by title' => -> { shelf(sort: 'title') }, 'searched' => -> { shelf(text: 'tune 4') }, 'the last page' => lambda {
      shelf(from: tunes - 60)
    },
              'after a mark' => -> { shelf }, 'without a pupil' => -> { @page.send(:Get, '/api/tunes') } }
    asked.each do |name, ask|
      times = Array.new(40) { (mark if name == 'after a mark') || ms(&ask) }
      puts format('    %-16s median %4d ms, 95th percentile %4d ms (bound %d)', name, times.sort[20], times.sort[37], bound)
    end
  end

  def mark(skill = 'sound.open') = @page.send(:Post, "/api/pupils/#{@pupil}/marks", { skill:, value: 2 }) && nil
  def shelf(**more) = @page.send(:Get, "/api/tunes?#{URI.encode_www_form(pupil_id: @pupil, **more)}")

  # With many cards and marks behind the pupil.
  def marks
    tune = @studio.tunes_dataset.first
    chart = @page.send(:Post, '/api/charts', { tune_id: tune.id, pupil_id: @pupil })['id']
    body = @db[:cards].where(id: @page.send(:Post, "/api/charts/#{chart}/cards", {})['id']).get(:body)
    row = { studio_id: @studio.id, pupil_id: @pupil, chart_id: chart, issued_on: Date.today, title: tune.title, body:, demands: '[]', spots: '[]' }
    @db[:cards].multi_insert((2..CARDS).map { |number| { **row, number: } })
    skills = FawnmossServer.catalogue.path('violin').ids
    missing = MARKS - @db[:marks].where(pupil_id: @pupil).count
    @db[:marks].multi_insert(Array.new(missing) do |n|
      { studio_id: @studio.id, pupil_id: @pupil, skill: skills[n % skills.size], value: n % 4, made_on: Date.today - (n / 5) }
    end)
    times = Array.new(40) { ms { mark } }
    puts format('  a mark with %d cards and %d marks: median %d ms, 95th percentile %d ms (bound %d)', CARDS, MARKS, times.sort[20], times.sort[37], MARK)
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  def ms
    start = now
    yield
    ((now - start) * 1000).round
  end
end

ShelfBench.new.run if $PROGRAM_NAME == __FILE__
