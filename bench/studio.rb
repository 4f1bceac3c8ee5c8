# frozen_string_literal: true

# See bin/bench --studio. A made-up studio of 200 pupils with five years of marks, about 300,000 of them, made here and taken away
# afterwards: how long Today, the list of pupils and one plan take as it grows, and how many queries they ask.

require 'bundler/setup'
require 'bcrypt'
require_relative '../server/fawnmoss_server'
require_relative 'page'

# Fills the studio, step by step, and measures.
class StudioBench
  EMAIL = 'bench@fawnmoss.example'
  PASSWORD = 'only for the bench, ever'
  TODAY = Date.today
  SCALE = [[20, 1], [200, 1], [200, 5]].freeze # pupils, years
  A_YEAR = 300 # marks of a pupil
  INSTRUMENTS = %w[violin viola cello bass].freeze

  def initialize
    FawnmossServer.boot(ENV)
    FawnmossServer::Boot::Database.migrate(FawnmossServer.db)
    FawnmossServer::LOADER.eager_load
    @db = FawnmossServer.db
    @random = Random.new(7)
  end

  def run
    remove
    core
    @studio = open_studio
    SCALE.each_with_object([]) { |(pupils, years), before| before << step(pupils, years, before.first) }
  ensure
    remove
  end

  private

  # A plan from a year of marks in the core alone.
  def core
    map = FawnmossServer.catalogue.path('violin')
    marks = year(map, 0).map { |row| FawnmossServer::Models::Mark.value(row.merge(checks: nil)) }
    situation = -> { Fawnmoss::Path::Plan::Situation.build(map, today: TODAY, minutes: 45, marks:) }
    times = Array.new(30) { ms { Fawnmoss::Path::Plan.for(situation.call) } }
    puts "  plan of 45 minutes from a year of marks (#{marks.size}): median #{middle(times)} ms, 95th percentile #{high(times)} ms (bound 50 ms)"
  end

  def step(pupils, years, first)
    fill(pupils, years)
    marks = @db[:marks].where(studio_id: @studio.id).count
    page = Page.new
    page.send(:Post, '/api/login', { email: EMAIL, password: PASSWORD })
    asked = { 'Today' => '/api/today', 'pupils' => '/api/pupils', 'all pupils’ progress' => '/api/progress',
              'one plan' => "/api/pupils/#{@studio.pupils_dataset.min(:id)}/plan" }
    found = asked.transform_values { |address| measure(page, address) }
    puts "  #{pupils} pupils, #{years} #{years == 1 ? 'year' : 'years'}, #{marks} marks:"
    first_of_a_day(page)
    found.each do |name, (median, high, cold)|
      puts "    #{name}: median #{median} ms, 95th percentile #{high} ms#{bound(name, median, first)}, the first of all #{cold} ms, " \
           "#{queries(asked[name])} queries"
    end
    found
  end

  # After what is done in the quiet after the first Today (FawnmossServer::Ahead).
  def first_of_a_day(page)
    sleep 6
    next_day = ms { page.send(:Get, "/api/today?today=#{TODAY + 1}") }
    started = ms { FawnmossServer::Actions::Today.call(FawnmossServer::Models::Studio[@studio.id], TODAY + 1) } # here nothing is remembered
    puts "    the first Today of the next day: #{next_day} ms, of a process that has just been started #{started} ms (bound 200 ms)"
  end

  def bound(name, median, first)
    [(' (bound 300 ms)' if name == 'Today'), (", #{(median / first[name][0].to_f).round(1)} times the smallest studio" if first)].compact.join
  end

  def measure(page, address)
    first = ms { page.send(:Get, address) } # nothing of it is remembered yet
    3.times { page.send(:Get, address) }
    times = Array.new(40) { ms { page.send(:Get, address) } }
    [middle(times), high(times), first]
  end

  # Queries of one request, counted in this process.
  def queries(address)
    log = StringIO.new
    @db.loggers = [Logger.new(log)]
    studio = FawnmossServer::Models::Studio[@studio.id]
    case address
    when %r{/today} then FawnmossServer::Actions::Today.call(studio, TODAY)
    when %r{/plan} then FawnmossServer::Actions::Planning.read(studio, address[/\d+/], FawnmossServer::Inputs::Fields.new({}), TODAY)
    when %r{/progress} then FawnmossServer::Actions::Progress.across(studio, TODAY)
    else FawnmossServer::Actions::PupilAnswer.list(studio, studio.pupils, TODAY)
    end
    log.string.scan('SELECT').size
  ensure
    @db.loggers = []
  end

  def open_studio
    account = @db[:accounts].insert(email: EMAIL, password_hash: BCrypt::Password.create(PASSWORD, cost: BCrypt::Engine::MIN_COST))
    FawnmossServer::Actions::OpenStudio.call(account, 'Bench')
  end

  # Makes the studio as large as it is to be; what is there stays.
  def fill(pupils, years)
    there = @studio.pupils_dataset.count
    (there...pupils).each { |number| add(number) }
    @studio.associations.clear
    @studio.pupils.each { |pupil| add_years(pupil, years) }
  end

  def add(number)
    instrument = INSTRUMENTS[number % 4]
    pupil = @studio.add_pupil(name: "Pupil #{number}", instrument:, birth_year: TODAY.year - 6 - (number % 40), minutes_per_day: 15, lesson_minutes: 30)
    pupil.add_slot(studio_id: @studio.id, weekday: 1 + (number % 5), time: format('%02d:%02d', 9 + (number / 5 % 10), number % 2 * 30), minutes: 30,
                   from_date: TODAY - 2000)
  end

  def add_years(pupil, years)
    map = @studio.map(pupil.instrument, pupil.schools)
    there = pupil.marks_dataset.count / A_YEAR
    rows = (there...years).flat_map { |back| year(map, back) }
    return if rows.empty?

    @db[:marks].multi_insert(rows.map { { studio_id: @studio.id, pupil_id: pupil.id, **_1 } }, commit_every: 2000)
    FawnmossServer::Models::PupilDigest.renew(pupil)
  end

  # A year of marks that ends so many years ago, over the first skills of the path, better from month to month.
  def year(map, back)
    skills = map.in_order(map.ids).first(60)
    Array.new(A_YEAR) do |at|
      value = ((at * 3 / A_YEAR) + @random.rand(0..1)).clamp(0, 3)
      made_on = TODAY - (365 * back) - ((A_YEAR - at) * 365 / A_YEAR)
      { skill: skills[((at / 5) + @random.rand(0..6)) % 60], value:, made_on:, source: 'lesson', note: '' }
    end
  end

  def remove
    studio = @db[:studios].where(account_id: @db[:accounts].where(email: EMAIL).select(:id)).get(:id)
    if studio
      @db[:marks].where(studio_id: studio).limit(20_000).delete while @db[:marks].where(studio_id: studio).first
      @db[:pupils].where(studio_id: studio).delete
    end
    @db[:accounts].where(email: EMAIL).delete
  end

  def ms
    start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - start) * 1000).round(1)
  end

  def middle(times) = times.sort[times.size / 2]
  def high(times) = times.sort[(times.size * 0.95).ceil - 1]
end

StudioBench.new.run if $PROGRAM_NAME == __FILE__
