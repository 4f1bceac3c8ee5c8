# frozen_string_literal: true

# Seeds the made-up demo studio once: one teacher, eight pupils, the tunes of demo/tunes, a term of marks, a few cards.
# Called by bin/start: on a first start, when nobody has a studio yet. --demo seeds it later too, --reset throws the demo account away
# first, --none seeds nothing; beside studios of others there is never a demo, whose password everybody knows. Everything here is invented.
#   FAWNMOSS_DEMO_TODAY=2026-03-09 makes the same demo on any day.

require 'bundler/setup'
require_relative '../server/fawnmoss_server'
require_relative 'takes'

# Builds the demo through the same actions the server uses, so nothing here can be what the product refuses.
class Demo
  include DemoTakes

  EMAIL = 'demo@fawnmoss.example'
  PASSWORD = 'brook under the birch' # of the demo alone
  WEEKS = 13

  # name, years old, instrument, size, minutes a day, ISO weekday offset from today, time, lesson minutes, and: learnt: skills that
  # are had with all they rest on, learnt in the order of the path; upto: the week they were last seen; marks: "week:value ..." of what is
  # in the making; more: columns of the pupil.
  PUPILS = [
    ['Juna', 6, 'violin', '1/4', 10, 0, '15:30', 20,
     { learnt: %w[rhythm.plain left.tap pluck.beat], marks: { 'left.first' => '11:1 12:1', 'rhythm.eighths' => '12:1', 'sound.straight' => '10:1 11:1 12:2' } }],
    ['Linnet', 9, 'violin', '1/2', 20, 0, '16:00', 30,
     { learnt: %w[left.steps crossing.next rhythm.eighths rhythm.pick-up rhythm.long rhythm.meters pattern.2-3-close sound.long tune.two-strings tune.phrases scale.first bow.lift body.care],
       marks: { 'bow.slur' => '10:1 11:1 12:2', 'pattern.every-string' => '11:2 12:2' } }],
    ['Oskar', 12, 'violin', '3/4', 25, 1, '17:00', 45,
     { learnt: %w[bow.slur-three bow.lift crossing.skip rhythm.dotted rhythm.pick-up rhythm.long pattern.across pattern.change scale.three-keys scale.slur-2 scale.arpeggio tune.three-strings
                  tune.memory tune.click bow.staccato body.care], marks: { 'left.fourth' => '6:1 8:1 9:1 10:1 12:1', 'scale.from-third' => '11:1 12:2' } }],
    ['Maren', 13, 'viola', '14 in', 25, 0, '16:45', 45,
     { learnt: %w[pattern.2-3-close bow.slur crossing.next rhythm.eighths rhythm.long sound.long scale.first tune.two-strings body.care],
       marks: { 'pattern.1-2-close' => '9:1 10:1 11:2 12:2', 'rhythm.six-eight' => '8:1 9:2 10:2', 'rhythm.pick-up' => '2:2 3:2 4:3' } }],
    ['Tobias', 10, 'cello', '1/2', 20, 2, '15:45', 30, { learnt: %w[crossing.next left.stay rhythm.plain sound.straight pluck.beat], marks: { 'rhythm.eighths' => '9:1 10:2 12:2', 'left.steps' => '11:1 12:1' } }],
    ['Ines', 42, 'cello', '4/4', 30, 3, '18:30', 45, { learnt: %w[crossing.next left.steps sound.straight], upto: 9, marks: { 'pattern.second-finger' => '7:1 8:1 9:2' } }],
    ['Bram', 15, 'bass', '3/4', 20, 0, '18:00', 45,
     { learnt: %w[left.next-string left.steps rhythm.pick-up rhythm.eighths rhythm.long sound.zone scale.first tune.two-strings pluck.alternate], marks: { 'pattern.second-finger' => '10:1 11:1 12:2' } }],
    ['Pell', 36, 'bass', '3/4', 15, 4, '19:15', 60, { learnt: %w[rhythm.plain left.shape], upto: 6, marks: { 'left.tap' => '5:1 6:1' }, more: { bow_hold: 'german' } }]
  ].freeze

  # Tempi marked with a skill: pupil, skill, "week:tempo ...".
  TEMPI = [['Linnet', 'scale.first', '7:40 9:44 11:52 12:56'], ['Oskar', 'scale.three-keys', '6:44 8:50 10:56 12:60'], ['Oskar', 'scale.slur-2', '9:40 11:46 12:52']].freeze

  # pupil, weeks ago, arm in cm, string in mm, size, semitones of the tapes put on then.
  FITS = [['Juna', 12, 47.5, 258, '1/4', [2, 5]], ['Linnet', 30, 50.5, 285, '1/2', [2, 4, 5]], ['Tobias', 32, nil, 580, '1/2', [2, 4, 5]], ['Bram', 20, nil, 1060, '3/4', [2, 4]]].freeze

  # pupil, tune, version, week issued, note, marks for the tune afterwards
  CARDS = [
    ['Linnet', 'Warm Buns', 'simple', 5, 'Short notes, short bows.', '6:2 7:3'], ['Linnet', 'Five Stones', 'simple', 8, 'Listen for the ring on G.', '9:2 10:2 11:3'],
    ['Linnet', 'Brook Song', 'simple', 12, 'Bow line first, without fingers.', nil], ['Oskar', 'Old Acquaintance', 'full', 11, 'Save bow on the dots.', '12:2'],
    ['Maren', 'Rocking Gate', 'full', 10, 'Feel two, count six.', '11:1 12:2'], ['Bram', 'Brother John', 'simple', 10, 'Next string instead of next finger.', '11:2 12:2']
  ].freeze

  # Lessons written down: pupil, week, note.
  LESSONS = [
    ['Juna', 11, 'Tired after swimming. The tunnel game for the thumb works, the mirror does not.'], ['Juna', 12, 'First finger by herself, three times! She wants to show it to her brother.'],
    ['Linnet', 10, 'Bow wanders to the fingerboard as soon as she counts aloud. Clap first, then bow.'], ['Linnet', 11, 'Slurs: the second note comes late. Sing them.'],
    ['Linnet', 12, 'Slurs go when she breathes out. New rosin needed; tell her father.'], ['Maren', 12, 'Left wrist a little sore after the outing; short lesson, no pressing.'],
    ['Bram', 12, 'Late, but counted rests without a slip. Bring the concert list.']
  ].freeze

  # Marks the teacher set: pupil, tune, version, fingers by note.
  FOURTHS = [['Oskar', 'Mossy Wall', 'full', { n9: 4, n15: 4, n20: 4 }], ['Oskar', 'Three on a Bench', 'full', { n9: 4, n11: 4 }]].freeze

  def initialize(today)
    @today = today
    @db = FawnmossServer.db
  end

  def present? = !@db[:accounts].where(email: EMAIL).empty?

  def beside_others? = !@db[:accounts].exclude(email: EMAIL).empty?
  def first_start? = @db[:accounts].empty?

  def remove
    account = @db[:accounts].where(email: EMAIL)
    @db[:studios].where(account_id: account.select(:id)).select_map(:id).each { FawnmossServer::Actions::EraseStudio.call(_1) }
    account.delete
  end

  def seed
    @db.transaction do
      account = @db[:accounts].insert(email: EMAIL, password_hash: BCrypt::Password.create(PASSWORD, cost: 10))
      @studio = FawnmossServer::Actions::OpenStudio.call(account, 'Birch Lane Strings')
      add_tunes
      PUPILS.each { |*row, skills| add_pupil(*row, skills) }
      FOURTHS.each { add_fourths(*_1) }
      CARDS.each { add_card(*_1) }
      practise('Linnet', [[0, 20], [1, 15], [3, 20]])
      FITS.each { add_fit(*_1) }
      TEMPI.each { add_tempi(*_1) }
      LESSONS.each { add_lesson(*_1) }
      arrange
      add_group
      add_takes
    end
    FawnmossServer::Learning.renew(@studio.id)
  end

  private

  def fields(**values) = FawnmossServer::Inputs::Fields.new(values.transform_keys(&:to_s))

  # A day of the term: week 13 is the last one; lessons of the seven days up to yesterday.
  def day(week, offset) = @today - (7 * (WEEKS - week)) - ((7 - offset) % 7)

  def add_tunes
    Dir[File.join(__dir__, 'tunes', '*.abc')].each do |file|
      text = File.read(file, encoding: 'UTF-8')
      tune = FawnmossServer::Actions::AddTune.call(@studio, fields(text:, source: text[/^S:(.*)$/, 1].to_s.strip))
      second = File.join(__dir__, 'seconds', File.basename(file))
      tune.update(second: File.read(second, encoding: 'UTF-8')) if File.exist?(second)
    end
  end

  def add_pupil(name, age, instrument, size, minutes, offset, time, lesson, path)
    pupil = FawnmossServer::Actions::SavePupil.create(@studio, fields(name:, birth_year: @today.year - age, instrument:, size:, minutes_per_day: minutes, **(path[:more] || {}),
                                                                      lesson_day: (@today + offset).cwday, lesson_time: time, lesson_minutes: lesson), @today)
    pupil.slots_dataset.update(from_date: @today - (7 * WEEKS))
    rows = learnt(pupil, path).merge(path[:marks])
    keep(pupil, rows.flat_map { |skill, marks| marks.split.map { |mark| { skill:, **mark_at(mark, offset) } } })
  end

  # Each skill taken up a little after the one before it: with help, alone, and then at tempo.
  def learnt(pupil, path)
    map = @studio.map(pupil.instrument, pupil.schools)
    ids = map.in_order(map.of(path[:learnt].inject(0) { |set, id| set | map.bit(id) | map.before(id) })) - path[:marks].keys
    last = path[:upto] || (WEEKS - 1)
    ids.each_with_index.to_h do |id, at|
      [id, rising(1 + (at * (last - 2) / ids.size), at % 3, last)]
    end
  end

  # Marks from a week on: the first value, then 2, 3 and 3 while there are weeks.
  def rising(week, value, last)
    ["#{week}:#{value}", "#{week + 1}:2", "#{[week + 2, last].min}:#{week + 2 < last ? 3 : 2}", *("#{[week + 4, last].min}:3" if week + 3 < last)].join(' ')
  end

  def mark_at(mark, offset)
    week, value = mark.split(':').map(&:to_i)
    { value:, made_on: day(week, offset), source: 'lesson' }
  end

  def keep(pupil, rows)
    @db[:marks].multi_insert(rows.map { { studio_id: @studio.id, pupil_id: pupil.id, skill: nil, tune_id: nil, tempo: nil, **_1 } })
    FawnmossServer::Models::PupilDigest.renew(pupil)
  end

  def add_marks(pupil, offset, marks, **about) = keep(pupil, marks.split.map { { **about, **mark_at(_1, offset) } })

  def add_tempi(name, skill, tempi)
    pupil = pupil(name)
    keep(pupil, tempi.split.map { |one| one.split(':').map(&:to_i).then { |week, tempo| { skill:, value: 2, made_on: day(week, offset(pupil)), source: 'lesson', tempo: } } })
  end

  def add_fit(name, weeks, arm_cm, string_mm, size, tapes)
    on = (@today - (7 * weeks)).iso8601
    FawnmossServer::Actions::Fitting.measure(@studio, pupil(name).id, fields(arm_cm:, string_mm:, size:, measured_on: on), @today)
    tapes.each { FawnmossServer::Actions::Fitting.put_on(@studio, pupil(name).id, fields(semitones: _1, on:), @today) }
  end

  # A lesson of a day gone by, with the marks of that day.
  def add_lesson(name, week, note)
    pupil = pupil(name)
    date = day(week, offset(pupil))
    lesson = FawnmossServer::Actions::Lessons.begin(@studio, pupil.id, fields(date: date.iso8601), @today)
    @db[:marks].where(pupil_id: pupil.id, made_on: date).update(lesson_id: lesson.id)
    seconds = lesson.items.map { { 'id' => _1['id'], 'seconds' => (_1['minutes'] * 60) + 15 } }
    FawnmossServer::Actions::LessonEnd.finish(@studio, lesson.id, fields(note:, clock: { 'at' => seconds.size - 1, 'seconds' => seconds }), @today)
  end

  # A group that meets in five days' time.
  def add_group
    members = %w[Linnet Maren Bram].map { pupil(_1).id }
    FawnmossServer::Actions::Groups.create(@studio, fields(name: 'Lane band', minutes: 45, members:, weekday: (@today + 5).cwday, time: '17:30'), @today)
  end

  # A term as it is: a moved lesson, one that is owed, days off, a promise, and a card from which somebody told of pain.
  def arrange
    @studio.update(time_zone: 'Europe/Berlin')
    oskar = pupil('Oskar')
    pell = pupil('Pell')
    change_lessons(oskar, pell)
    FawnmossServer::Actions::Promising.make(@studio, pupil('Linnet').id, fields(kind: 'own', title: 'Try it together with Bram'), @today - 7)
    card = pupil('Maren').cards.first
    FawnmossServer::Actions::Practised.report(card, fields(reports: [{ 'key' => 'demo-pain-1', 'kind' => 'pain', 'day' => (@today - 1).iso8601, 'value' => 1 }]), @today)
  end

  def change_lessons(oskar, pell)
    FawnmossServer::Actions::Calendars.change(@studio, oskar.id, fields(kind: 'moved', on: (@today + offset(oskar)).iso8601, to: (@today + offset(oskar) + 1).iso8601, time: '15:15', note: 'school concert'), @today)
    FawnmossServer::Actions::Calendars.change(@studio, pell.id, fields(kind: 'cancelled', on: (@today + offset(pell)).iso8601, note: 'away for work', owed: true), @today)
    FawnmossServer::Actions::Calendars.add_holiday(@studio, fields(from: (@today + 24).iso8601, to: (@today + 34).iso8601, name: 'Quiet weeks'), @today)
  end

  def pupil(name) = @studio.pupil(@studio.pupils_dataset.first(name:).id)
  def offset(pupil) = (pupil.slots.first.weekday - @today.cwday) % 7

  # What came back from a pupil's last card: [days after it was issued, minutes].
  def practise(name, days)
    card = pupil(name).cards.first
    reports = days.flat_map do |after, minutes|
      day = (card.issued_on + after).iso8601
      [{ key: "demo-minutes-#{after}", kind: 'minutes', day:, value: minutes },
       *[0, 1].map { |item| { key: "demo-item-#{after}-#{item}", kind: 'item', day:, item:, value: 1 + (after % 2) } }]
    end
    FawnmossServer::Actions::Practised.report(card, fields(reports: reports.map { _1.transform_keys(&:to_s) }), @today)
  end

  # As if set a day ago, so that they count.
  def add_fourths(name, title, version, fingers)
    tune = @studio.tunes_dataset.first(title:)
    chart = FawnmossServer::Actions::Charts.open(@studio, fields(tune_id: tune.id, pupil_id: pupil(name).id, version:), @today)
    pins = fingers.map { |note, finger| { 'note' => note.to_s, 'finger' => finger } }
    FawnmossServer::Actions::Charts.save(@studio, chart[:id], fields(lock_version: 0, options: chart[:options], pins:), @today)
    @db[:charts].where(id: chart[:id]).update(marked_at: Time.now.utc - 86_400)
  end

  def add_card(name, title, version, week, note, marks)
    pupil = pupil(name)
    tune = @studio.tunes_dataset.first(title:)
    offset = offset(pupil)
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
  asked = ARGV.include?('--reset') || ARGV.include?('--demo')
  if demo.beside_others?
    abort('  There are studios of others here: the demo studio, whose password everybody knows, is not put beside them.') if asked
  elsif !ARGV.include?('--none')
    demo.remove if ARGV.include?('--reset')
    if !demo.present? && (asked || demo.first_start?)
      puts '  seeding the demo studio'
      demo.seed
    end
  end
  puts(demo.present? ? '  demo: yes' : '  demo: no')
end
