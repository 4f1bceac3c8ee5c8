# frozen_string_literal: true

require_relative 'spec_helper'

# What a lost answer, a second window or an impatient finger does: the same thing sent twice.
RSpec.describe 'the same thing twice' do
  before { log_in }

  def begin_lesson(pupil) = api(:post, "/api/pupils/#{pupil[:id]}/lessons", { date: Date.today.iso8601 })
  def promises = FawnmossServer::Models::Promise.all

  it 'ends a lesson once: promises are neither kept nor carried over again' do
    pupil = add_pupil
    lesson = begin_lesson(pupil)
    carried = lesson[:items].select { _1[:skill] }.first(2).map { _1[:id] }
    first = api(:post, "/api/lessons/#{lesson[:id]}/finish", { reached: [], carried: })
    before = promises.map(&:values)
    again = api(:post, "/api/lessons/#{lesson[:id]}/finish", { reached: carried, carried: lesson[:items].map { _1[:id] }, note: 'later' })
    expect([status, again]).to eq([200, first])
    expect(promises.map(&:values)).to eq(before)
    expect(before.size).to eq(carried.size)
  end

  it 'gives two windows that begin a lesson the same one' do
    pupil = add_pupil
    row = FawnmossServer::Models::Pupil[pupil[:id]]
    allow(FawnmossServer::Models::Lesson).to receive(:dataset).and_wrap_original do |dataset|
      FawnmossServer.db[:lessons].insert_ignore.insert(studio_id: row.studio_id, pupil_id: row.id, held_on: Date.today, minutes: 30, wishes: '{}')
      dataset.call
    end
    expect([begin_lesson(pupil)[:status], status]).to eq(['running', 201])
    again = Array.new(2) { begin_lesson(pupil)[:items] }
    expect(again.uniq.size).to eq(1)
    expect(FawnmossServer.db[:lessons].count).to eq(1)
  end

  it 'counts a promise and a report of pain once by their key' do
    pupil = add_pupil
    made = Array.new(2) { api(:post, "/api/pupils/#{pupil[:id]}/promises", { kind: 'own', title: 'New strings', key: 'promise-0001' }) }
    expect([made.uniq.size, promises.size]).to eq([1, 1])
    hurt = Array.new(2) { api(:post, "/api/pupils/#{pupil[:id]}/holds", { skill: 'body.ready', note: 'left; shoulder', key: 'hold-000001' }) }
    expect([status, hurt.uniq.size]).to eq([201, 1])
    same = api(:post, "/api/pupils/#{pupil[:id]}/holds", { skill: 'body.ready', note: 'left; shoulder' })
    expect([status, same]).to eq([201, hurt.first])
  end

  it 'issues a card once by its key, of a chart, after a lesson and for a group' do
    pupil = add_pupil
    chart = open_chart(pupil:)
    cards = Array.new(2) { api(:post, "/api/charts/#{chart[:id]}/cards", { note: 'Listen.', key: 'card-00001' }) }
    other = api(:post, "/api/charts/#{chart[:id]}/cards", { note: 'Listen.', key: 'card-00002' })
    expect([cards.map { _1[:number] }, cards.map { _1[:link] }.uniq.size, other[:number]]).to eq([[1, 1], 1, 2])
    lesson = begin_lesson(pupil)
    expect(Array.new(2) { api(:post, "/api/lessons/#{lesson[:id]}/cards", { key: 'card-00003' })[:number] }).to eq([3, 3])
    second = add_pupil('Linnet', instrument: 'cello')
    group = api(:post, '/api/groups', { name: 'Two', members: [pupil[:id], second[:id]], weekday: 3, time: '17:00' })
    api(:put, "/api/groups/#{group[:id]}/lesson", { date: Date.today.iso8601, wishes: { tune_id: chart[:tune_id] } })
    issued = Array.new(2) { api(:post, "/api/groups/#{group[:id]}/cards", { date: Date.today.iso8601, key: 'card-00004' })[:cards].map { _1[:number] } }
    expect([issued, FawnmossServer.db[:cards].count]).to eq([[[1, 4], [1, 4]], 5])
  end

  it 'keeps a promise and clears a report once' do
    pupil = add_pupil
    promise = api(:post, "/api/pupils/#{pupil[:id]}/promises", { kind: 'own', title: 'New strings' })
    2.times { api(:delete, "/api/promises/#{promise[:id]}") && expect(status).to(eq(200)) }
    hold = api(:post, "/api/pupils/#{pupil[:id]}/holds", {})
    api(:post, "/api/holds/#{hold[:id]}/clear", { note: 'first' })
    api(:post, "/api/holds/#{hold[:id]}/clear", { note: 'second' })
    expect([status, FawnmossServer.db[:holds].get(:cleared_note)]).to eq([200, 'first'])
  end

  it 'tries a request again when the database gave its transaction up, and when it was away for a moment' do
    pupil = add_pupil
    away = Mysql2::Error.new('MySQL client is not connected') # as it comes from a connection that was lost before
    [Sequel::DatabaseError.new('Mysql2::Error: Deadlock found when trying to get lock'), Sequel::DatabaseError.new('MySQL server has gone away'), away].each_with_index do |trouble, n|
      failed = false
      allow(FawnmossServer.db).to receive(:disconnect)
      allow(FawnmossServer::Models::PupilDigest).to receive(:add).and_wrap_original do |add, *given|
        next add.call(*given) if failed

        failed = true
        raise trouble
      end
      mark(pupil, skill: 'body.ready', value: 2, key: "marked-again-#{n}")
      expect([status, FawnmossServer.db[:marks].where(mark_key: "marked-again-#{n}").count]).to eq([201, 1])
    end
    expect(FawnmossServer.db).to have_received(:disconnect).twice
  end

  it 'says that the disk is full, of the database or its own, and goes on when the log cannot be written' do
    pupil = add_pupil
    [Sequel::DatabaseError.new("Mysql2::Error: The table 'marks' is full"), Errno::ENOSPC.new, Errno::EROFS.new].each do |trouble|
      allow(FawnmossServer::Models::PupilDigest).to receive(:add).and_raise(trouble)
      mark(pupil, skill: 'body.ready', value: 2)
      expect([status, error[:code], error[:remedy]]).to match([503, 'disk', /Tell whoever keeps it; what you typed is kept/])
    end
    out = StringIO.new
    allow(out).to receive(:puts).and_raise(Errno::ENOSPC)
    allow(ENV).to receive(:[]).and_call_original
    allow(ENV).to receive(:[]).with('FAWNMOSS_QUIET').and_return(nil)
    log = FawnmossServer::Boot::RequestLog.new(->(_) { [200, {}, ['well']] }, out)
    expect(log.call(Rack::MockRequest.env_for('/'))[0]).to eq(200)
    expect(out).to have_received(:puts).with(/"status":200/)
  end

  # [what meets a trouble of the database at its commits, so many times, under Boot::Again; the requests that it had].
  def met_at_commit(trouble, times: Float::INFINITY)
    asked = []
    app = lambda do |env|
      asked << env
      Thread.current[:fawnmoss_committing] = true
      asked.size <= times ? raise(trouble) : [201, {}, []]
    end
    [FawnmossServer::Boot::Again.new(app), asked]
  end

  def change = Rack::MockRequest.env_for('/', method: 'POST', input: '{}')

  it 'does not try a change again whose commit was under way' do
    again, asked = met_at_commit(Sequel::DatabaseDisconnectError.new('lost'))
    stub_const('FawnmossServer::Boot::Again::PAUSES', [0, 0])
    allow(FawnmossServer.db).to receive(:disconnect)
    expect { again.call(change) }.to raise_error(Sequel::DatabaseDisconnectError)
    expect(asked.size).to eq(1)
    expect { again.call(Rack::MockRequest.env_for('/')) }.to raise_error(Sequel::DatabaseDisconnectError)
    expect(asked.size).to eq(4)
  end

  it 'tries a change again that met another node’s at its commit' do
    again, asked = met_at_commit(Sequel::DatabaseError.new('Mysql2::Error: Deadlock found when trying to get lock; try restarting transaction'), times: 2)
    stub_const('FawnmossServer::Boot::Again::PAUSES', [0, 0, 0])
    book = FawnmossServer::Boot::Figures.open
    count = -> { book.text[/^fawnmoss_again_total\{why="conflict"\} (\S+)/, 1].to_f }
    before = count.call
    expect([again.call(change)[0], asked.size, count.call - before]).to eq([201, 3, 2])
  end

  it 'hides a skill of the studio’s own without losing it, and shows new words after old ones were taken back' do
    given = { name: 'Our own', task: 'Paint a wall with the bow arm.', checks: ['Wrist leads'], area: 'bow hand', stage: 'Bow hand', needs: ['body.ready'], after: 'body.ready' }
    own = api(:post, '/api/skills', given)[:skills].find { _1[:own] }
    api(:put, "/api/skills/#{own[:id]}", { hidden: true, lock_version: own[:lock_version] })
    hidden = api(:get, '/api/skills')[:skills].find { _1[:id] == own[:id] }
    expect(hidden).to include(hidden: true, name: 'Our own')
    pupil = add_pupil
    words = ['Stand as our studio stands.', 'Stand otherwise, as we found.'].map do |task|
      api(:put, '/api/skills/body.ready', { task:, lock_version: 0 })
      found = api(:get, '/api/pupils')[:pupils].find { _1[:id] == pupil[:id] }[:next].find { _1[:skill] == 'body.ready' }[:task]
      api(:delete, '/api/skills/body.ready')
      found
    end
    expect(words).to eq(['Stand as our studio stands.', 'Stand otherwise, as we found.'])
  end

  # The first time was saved, but its answer was lost: the page sends it again, with the number it knows.
  it 'takes a change that was saved already for saved, and asks only where somebody saved another' do
    tune = add_tune
    pupil = add_pupil(birth_year: 2015)
    chart = open_chart(tune:, pupil:)
    options = chart[:options].merge(tempo: 84, spots: [{ bars: [1], name: 'the start' }])
    day = (Date.today + 1).iso8601
    changes = {
      "/api/charts/#{chart[:id]}" => [:put, { options:, pins: [{ note: chart[:chart][:notes].first[:id], direction: 'up' }] }, { pins: [] }],
      "/api/tunes/#{tune[:id]}" => [:patch, { text: "X:1\nT:Steps\nL:1/4\nM:4/4\nK:D\nDEFG|A4|\n", source: 'ours' }, { source: 'theirs' }],
      "/api/pupils/#{pupil[:id]}" => [:patch, pupil.slice(:name, :instrument, :size, :lesson_minutes).merge(minutes_per_day: 25, background: 'two years of piano'), { name: 'Other' }],
      "/api/pupils/#{pupil[:id]}/plan" => [:put, { date: day, minutes: 45, wishes: { own: [{ id: 'own a1', title: 'Sing the tune' }] } }, { minutes: 40 }],
      '/api/skills/body.ready' => [:put, { task: 'Stand as our studio stands.', hidden: false }, { task: 'Stand otherwise.' }]
    }
    changes.each do |address, (method, change, other)|
      version = address.include?('skills') || address.include?('plan') ? 0 : api(:get, address)[:lock_version]
      twice = Array.new(2) { api(method, address, { **change, lock_version: version }).then { |body| [status, body] } }
      expect(twice.map(&:first)).to eq([200, 200]), address
      expect(twice.last.last).to eq(twice.first.last), address
      api(method, address, { **change, **other, lock_version: version })
      expect([address, status, error[:code]]).to eq([address, 409, 'stale'])
    end
  end

  it 'calls a renamed tune by its new name on chart, card and in every file' do
    tune = add_tune
    chart = open_chart(tune:)
    api(:patch, "/api/tunes/#{tune[:id]}", { title: 'Other steps', lock_version: 0 })
    expect(api(:get, "/api/charts/#{chart[:id]}")[:chart][:tune][:title]).to eq('Other steps')
    expect(api(:get, "/api/charts/#{chart[:id]}/score")[:musicxml]).to include('Other steps').and(satisfy { !_1.include?('>Steps<') })
    %w[txt abc musicxml].each { |ending| expect(api(:get, "/api/charts/#{chart[:id]}/chart.#{ending}").force_encoding('UTF-8')).to include('Other steps') }
  end
end
