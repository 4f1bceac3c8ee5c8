# frozen_string_literal: true

# See bin/bench --studios. One studio of 20 pupils, made by the server's own requests, then copied row by row until there are 10, 100 and 1,000 of them in
# one database: what the same requests of the first one cost then. Everything is thrown away afterwards.

require 'bundler/setup'
require 'bcrypt'
require_relative '../server/fawnmoss_server'
require_relative 'page'

# Copies the studio, step by step, and measures.
class StudiosBench
  EMAIL = 'bench@fawnmoss.example'
  PASSWORD = 'only for the bench, ever'
  SCALE = [1, 10, 100, 1000].freeze # studios
  PUPILS = 20
  MARKS = 60 # of each
  BOUND = 1.5 # times what it costs with one
  TIMES = 60
  LEAST = 5 # ms: what is shorter is noise

  def initialize
    FawnmossServer.boot(ENV)
    FawnmossServer::Boot::Database.migrate(FawnmossServer.db)
    FawnmossServer::LOADER.eager_load
    @db = FawnmossServer.db
    @page = Page.new
  end

  # True when nothing costs more than BOUND times as much.
  def run
    model
    first = nil
    SCALE.map do |studios|
      seconds = copy_to(studios)
      found = measured
      first ||= found
      told(studios, seconds, found, first)
    end.all?
  ensure
    name = @db.opts[:database]
    @db.run("DROP DATABASE `#{name}`")
    @db.run("CREATE DATABASE `#{name}` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci")
  end

  private

  # The studio that is measured, and copied.
  def model
    @db[:accounts].where(email: EMAIL).delete
    account = @db[:accounts].insert(email: EMAIL, password_hash: BCrypt::Password.create(PASSWORD, cost: BCrypt::Engine::MIN_COST))
    @studio = FawnmossServer::Actions::OpenStudio.call(account, 'Bench')
    @page.send(:Post, '/api/login', { email: EMAIL, password: PASSWORD })
    @session = @db[:account_active_session_keys].where(account_id: account).get(:session_id)
    tunes = Array.new(10) { |n| @page.send(:Post, '/api/tunes', { text: text(n) })['id'] }
    skills = @page.send(:Get, '/api/skills')['skills'].map { _1['id'] }
    @pupils = Array.new(PUPILS) { |n| pupil(n, tunes[n % 10], skills) }
    @last = @db[:marks].max(:id)
  end

  def text(number)
    bars = Array.new(8) { |bar| Array.new(4) { |beat| %w[D E F G A B c d][(number + bar + (beat * (1 + (number % 3)))) % 8] }.join(' ') }
    "X:1\nT:Bench #{number}\nM:4/4\nL:1/4\nK:D\n#{bars.join('|')}|\n"
  end

  def pupil(number, tune, skills)
    week = { lesson_day: 1 + (number % 5), lesson_time: format('%02d:00', 9 + (number / 5)) }
    id = @page.send(:Post, '/api/pupils', { name: "Pupil #{number}", instrument: 'violin', **week })['id']
    MARKS.times do |n|
      made_on = (Date.today - MARKS + n).iso8601
      @db[:marks].insert(studio_id: @studio.id, pupil_id: id, skill: skills[(n / 4) % 20], value: n % 4, made_on:, source: 'lesson', note: '')
    end
    FawnmossServer::Models::PupilDigest.renew(FawnmossServer::Models::Pupil[id])
    @chart = @page.send(:Post, '/api/charts', { tune_id: tune, pupil_id: id })['id']
    @link = @page.send(:Post, "/api/charts/#{@chart}/cards", {})['link']['path'].delete_prefix('/k/')
    id
  end

  # Rows of the studio, table by table, in the order in which one points at another.
  def tables
    @tables ||= begin
      names = @db.tables.select { |table| @db[table].columns.include?(:studio_id) } - %i[demand_kinds tune_demands]
      ordered = %i[accounts studios]
      until (rest = names - ordered).empty?
        ordered += rest.select { |table| (keys(table).values - [table] - ordered).empty? }
      end
      ordered
    end
  end

  def keys(table) = @db.foreign_key_list(table).to_h { [_1[:columns].first, _1[:table]] }

  # Seconds it took until there were so many studios.
  def copy_to(studios)
    @copied ||= 0
    @step ||= 1_000_000 # between the ids of two copies
    started = now
    while @copied + 1 < studios
      @copied += 1
      @db.transaction { tables.each { copy(_1, @copied) } }
    end
    now - started
  end

  def copy(table, number)
    shifted = keys(table).keys + [:id]
    columns = @db[table].columns
    values = columns.map { |column| shifted.include?(column) ? Sequel[column] + (number * @step) : other(table, column, number) }
    @db[table].insert(columns, own(table).select(*values))
  end

  # What must not be there twice.
  def other(table, column, number)
    case [table, column]
    when %i[accounts email] then "bench-#{number}@fawnmoss.example"
    when %i[card_links nonce] then Sequel.function(:md5, Sequel.join([column, number.to_s]))
    else column
    end
  end

  def own(table)
    case table
    when :accounts then @db[:accounts].where(email: EMAIL)
    when :studios then @db[:studios].where(id: @studio.id)
    else @db[table].where(studio_id: @studio.id)
    end
  end

  # { what: ms }, by the quicker tenth: what disturbs a machine makes slower, never quicker.
  def measured
    asked.transform_values do |ask|
      3.times { |n| ask.call(n) }
      Array.new(TIMES) { |n| ms { ask.call(n + 3) } }.sort[TIMES / 10]
    end
  end

  def asked
    get = ->(path) { ->(_) { @page.send(:Get, path) } }
    { 'Today' => get['/api/today'], 'pupils' => get['/api/pupils'],
      'one pupil' => get["/api/pupils/#{@pupils[3]}"], 'a plan' => get["/api/pupils/#{@pupils[3]}/plan"],
      'the shelf' => get["/api/tunes?pupil_id=#{@pupils[3]}"], 'a chart' => get["/api/charts/#{@chart}"], 'a card by its link' => get["/api/link/#{@link}"],
      'progress of all' => get['/api/progress'], 'the log-ins' => get['/api/account'],
      'a mark' => ->(n) { @page.send(:Post, "/api/pupils/#{@pupils[n % PUPILS]}/marks", { skill: 'body.ready', value: n % 4 }) },
      'a log-in' => ->(_) { Page.new.send(:Post, '/api/login', { email: EMAIL, password: PASSWORD }) } }
  end

  # Puts things back as they were, for a mark more is a mark more to read. Answers whether all of it is within the bound.
  def told(studios, seconds, found, first)
    @db[:marks].where(studio_id: @studio.id).where(Sequel[:id] > @last).delete
    @db[:account_active_session_keys].where(account_id: @studio.account_id).exclude(session_id: @session).delete # log-ins of before
    @pupils.each { |id| FawnmossServer::Models::PupilDigest.renew(FawnmossServer::Models::Pupil[id]) }
    puts format('  %<studios>d studios, %<marks>d marks, %<cards>d cards (made in %<seconds>.0f s)',
                studios:, marks: @db[:marks].count, cards: @db[:cards].count, seconds:)
    found.map do |name, ms|
      ratio = ms / first[name]
      wrong = ratio > BOUND && ms > LEAST
      puts format('    %-20s %6.1f ms  %4.2f times%s', name, ms, ratio, wrong ? " (bound #{BOUND})" : '')
      !wrong
    end.all?
  end

  def ms
    start = now
    yield
    (now - start) * 1000
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end

$stdout.sync = true
exit(StudiosBench.new.run ? 0 : 1) if $PROGRAM_NAME == __FILE__
