# frozen_string_literal: true

# Seeds the made-up demo studio once: one teacher, eight pupils, the tunes of demo/tunes, a term of marks, a few cards.
# Called by bin/start. --reset throws the demo account away first. Everything here is invented.
#   FAWNMOSS_DEMO_TODAY=2026-03-09 makes the same demo on any day.

require 'bundler/setup'
require_relative '../server/fawnmoss_server'

# Builds the demo through the same actions the server uses, so nothing here can be what the product refuses.
class Demo
  EMAIL = 'demo@fawnmoss.example'
  PASSWORD = 'brook under the birch' # of the demo alone
  WEEKS = 13

  # name, years old, instrument, size, minutes a day, ISO weekday offset from today, time, { skill => "week:value ..." }
  PUPILS = [
    ['Juna', 6, 'violin', '1/4', 10, 0, '15:30', 20,
     {
     'body.ready' => '1:1 2:2 3:3 5:3', 'bow.hold' => '1:0 2:1 3:1 4:2 6:2 8:3', 'sound.open' => '3:1 4:2 5:2 7:3 9:3',
     'rhythm.plain' => '5:1 6:2 7:2 9:3 12:3', 'left.first-fingers' => '8:1 9:1 10:2 12:2'
     }],
    ['Linnet', 9, 'violin', '1/2', 20, 0, '16:00', 30,
     {
     'body.ready' => '1:3 2:3 9:3', 'bow.hold' => '1:2 2:2 4:3 10:3', 'sound.open' => '1:2 2:3 4:3 11:3', 'rhythm.plain' => '1:3 2:3 4:3 12:3',
     'left.first-fingers' => '1:2 2:2 3:3 5:3 12:3', 'crossing.next' => '2:1 3:2 4:2 6:3 11:3', 'rhythm.eighths' => '3:1 4:2 6:2 8:3 12:3',
     'pattern.2-3-close' => '4:1 5:2 7:2 9:3 12:3', 'rhythm.pick-up' => '8:1 9:2 10:2 12:3', 'bow.slur' => '10:1 11:1 12:2'
     }],
    ['Oskar', 12, 'violin', '3/4', 25, 1, '17:00', 45,
     {
     'body.ready' => '1:3 3:3 12:3', 'bow.hold' => '1:3 3:3 12:3', 'sound.open' => '1:3 3:3 12:3', 'rhythm.plain' => '1:3 3:3 12:3',
     'left.first-fingers' => '1:3 3:3 12:3', 'crossing.next' => '1:3 3:3 12:3', 'rhythm.eighths' => '1:3 3:3 12:3',
     'pattern.2-3-close' => '1:3 3:3 12:3', 'rhythm.pick-up' => '1:2 3:3 11:3', 'bow.slur' => '1:2 2:2 4:3 11:3', 'pattern.1-2-close' => '2:1 4:2 6:2 9:3 12:3',
     'rhythm.dotted' => '5:1 6:2 8:2 10:3 12:3', 'left.fourth' => '6:1 8:1 9:1 10:1 12:1', 'crossing.skip' => '7:2 8:2 10:3 12:3', 'bow.lift' => '9:2 10:2 12:3'
     }],
    ['Maren', 13, 'viola', '14 in', 25, 0, '16:45', 45,
     {
     'body.ready' => '1:3 2:3 10:3', 'bow.hold' => '1:2 2:3 10:3', 'sound.open' => '1:3 2:3 12:3', 'rhythm.plain' => '1:3 2:3 12:3', 'left.first-fingers' => '1:2 3:3 12:3',
     'crossing.next' => '1:2 3:2 5:3 12:3', 'rhythm.eighths' => '2:2 3:2 6:3 12:3', 'pattern.2-3-close' => '3:1 5:2 6:2 8:3 12:3', 'bow.slur' => '6:1 7:2 8:2 10:3 12:3',
     'pattern.1-2-close' => '9:1 10:1 11:2 12:2', 'rhythm.six-eight' => '8:1 9:2 10:2', 'rhythm.pick-up' => '2:2 3:2 4:3'
     }],
    ['Tobias', 10, 'cello', '1/2', 20, 2, '15:45', 30,
     {
     'body.ready' => '1:2 2:2 4:3 9:3', 'bow.hold' => '1:1 2:2 4:2 6:3 11:3', 'sound.open' => '2:2 3:2 5:3 12:3', 'rhythm.plain' => '3:2 4:2 6:3 12:3',
     'left.first-fingers' => '4:1 5:2 6:2 8:3 12:3', 'crossing.next' => '7:1 8:2 9:2 12:3', 'rhythm.eighths' => '9:1 10:2 12:2'
     }],
    ['Ines', 42, 'cello', '4/4', 30, 3, '18:30', 45,
     {
     'body.ready' => '1:3 2:3 4:3', 'bow.hold' => '1:1 2:1 3:1 4:2 5:2 7:3', 'sound.open' => '2:2 3:2 5:3 8:3', 'rhythm.plain' => '1:3 2:3 8:3',
     'left.first-fingers' => '3:1 4:2 5:2 7:3 9:3', 'crossing.next' => '5:1 6:2 7:2 9:3', 'pattern.second-finger' => '7:1 8:1 9:2'
     }],
    ['Bram', 15, 'bass', '3/4', 20, 0, '18:00', 45,
     {
     'body.ready' => '1:2 2:3 4:3 12:3', 'bow.hold' => '1:2 2:2 4:3 12:3', 'sound.open' => '1:2 2:2 4:3 12:3', 'rhythm.plain' => '1:3 2:3 4:3 12:3',
     'left.block' => '2:1 3:1 4:2 5:2 8:3 12:3', 'crossing.next' => '3:1 5:2 6:2 9:3 12:3', 'rhythm.eighths' => '5:2 6:2 8:3 12:3', 'rhythm.pick-up' => '7:2 8:2 10:3',
     'pattern.second-finger' => '10:1 11:1 12:2'
     }],
    ['Pell', 36, 'bass', '3/4', 15, 4, '19:15', 60,
     { 'body.ready' => '1:2 2:2 5:3', 'bow.hold' => '1:1 2:2 4:2 6:2', 'sound.open' => '2:1 4:2 5:2 6:3', 'rhythm.plain' => '3:2 4:2 6:3', 'left.block' => '5:1 6:1' }]
  ].freeze

  # pupil, tune, version, week issued, note, marks for the tune afterwards
  CARDS = [
    ['Linnet', 'Warm Buns', 'simple', 5, 'Short notes, short bows.', '6:2 7:3'], ['Linnet', 'Five Stones', 'simple', 8, 'Listen for the ring on G.', '9:2 10:2 11:3'],
    ['Linnet', 'Brook Song', 'simple', 12, 'Bow line first, without fingers.', nil], ['Oskar', 'Old Acquaintance', 'full', 11, 'Save bow on the dots.', '12:2'],
    ['Maren', 'Rocking Gate', 'full', 10, 'Feel two, count six.', '11:1 12:2'], ['Bram', 'Brother John', 'simple', 10, 'Next string instead of next finger.', '11:2 12:2']
  ].freeze

  def initialize(today)
    @today = today
    @db = FawnmossServer.db
  end

  def present? = !@db[:accounts].where(email: EMAIL).empty?

  # Cards point at charts without cascade, so they go first; the rest follows the account.
  def remove
    studio = @db[:studios].where(account_id: @db[:accounts].where(email: EMAIL).select(:id)).select(:id)
    %i[card_links cards marks pins charts tunes pupils].each { |table| @db[table].where(studio_id: studio).delete }
    @db[:accounts].where(email: EMAIL).delete
  end

  def seed
    @db.transaction do
      account = @db[:accounts].insert(email: EMAIL, password_hash: BCrypt::Password.create(PASSWORD, cost: 10))
      @studio = FawnmossServer::Actions::OpenStudio.call(account, 'Birch Lane Strings')
      add_tunes
      PUPILS.each { |*row, skills| add_pupil(*row, skills) }
      CARDS.each { add_card(*_1) }
      practise('Linnet', [[0, 20], [1, 15], [3, 20]])
    end
  end

  private

  def fields(**values) = FawnmossServer::Inputs::Fields.new(values.transform_keys(&:to_s))

  # A day of the term: week 13 is the last one; lessons of the seven days up to yesterday.
  def day(week, offset) = @today - (7 * (WEEKS - week)) - ((7 - offset) % 7)

  def add_tunes
    Dir[File.join(__dir__, 'tunes', '*.abc')].each do |file|
      text = File.read(file, encoding: 'UTF-8')
      FawnmossServer::Actions::AddTune.call(@studio, fields(text:, source: text[/^S:(.*)$/, 1].to_s.strip))
    end
  end

  def add_pupil(name, age, instrument, size, minutes, offset, time, lesson, skills)
    pupil = FawnmossServer::Actions::SavePupil.create(@studio, fields(name:, birth_year: @today.year - age, instrument:, size:, minutes_per_day: minutes,
                                                                      lesson_day: (@today + offset).cwday, lesson_time: time, lesson_minutes: lesson), @today)
    skills.each { |skill, marks| add_marks(pupil, offset, marks, skill:) }
  end

  def add_marks(pupil, offset, marks, **about)
    marks.split.each do |mark|
      week, value = mark.split(':').map(&:to_i)
      FawnmossServer::Actions::RecordMark.call(@studio, pupil.id, fields(value:, made_on: day(week, offset).iso8601, **about), @today)
    end
  end

  # What came back from a pupil's last card: [days after it was issued, minutes].
  def practise(name, days)
    card = @studio.pupils_dataset.first(name:).cards.first
    reports = days.flat_map do |after, minutes|
      day = (card.issued_on + after).iso8601
      [{ key: "demo-minutes-#{after}", kind: 'minutes', day:, value: minutes },
       *[0, 1].map { |item| { key: "demo-item-#{after}-#{item}", kind: 'item', day:, item:, value: 1 + (after % 2) } }]
    end
    FawnmossServer::Actions::Practised.report(card, fields(reports: reports.map { _1.transform_keys(&:to_s) }), @today)
  end

  def add_card(name, title, version, week, note, marks)
    pupil = @studio.pupils_dataset.first(name:)
    tune = @studio.tunes_dataset.first(title:)
    offset = (pupil.lesson_day - @today.cwday) % 7
    chart = FawnmossServer::Actions::Charts.open(@studio, fields(tune_id: tune.id, pupil_id: pupil.id, version:), @today)
    FawnmossServer::Actions::Cards.issue(@studio, chart[:id], fields(note:), day(week, offset))
    add_marks(pupil, offset, marks, tune_id: tune.id) if marks
  end
end

if $PROGRAM_NAME == __FILE__
  FawnmossServer.boot(ENV)
  FawnmossServer::Boot::Database.migrate(FawnmossServer.db)
  require 'bcrypt'
  demo = Demo.new(Date.iso8601(ENV.fetch('FAWNMOSS_DEMO_TODAY', Date.today.iso8601)))
  demo.remove if ARGV.include?('--reset')
  unless demo.present?
    puts '  seeding the demo studio'
    demo.seed
  end
end
