# frozen_string_literal: true

require 'zip'
require_relative 'spec_helper'

RSpec.describe 'handing over' do
  before { log_in }

  let(:today) { Date.today }
  let(:pupil) { add_pupil('Wren', lesson_day: today.cwday, lesson_time: '16:00', birth_year: today.year - 8) }
  let(:path) { "/api/pupils/#{pupil[:id]}" }
  let(:db) { FawnmossServer.db }

  def studio = FawnmossServer::Models::Studio.order(:id).last
  def take(bytes, **more) = api(:post, "/api/handover?#{URI.encode_www_form(more)}", bytes, 'CONTENT_TYPE' => 'application/zip')

  # Something in every table.
  def fill
    own_path
    @chart = open_chart(pupil:, tune: add_tune('A B c d|e4|', title: 'Kept'))
    save_chart(@chart, pins: [{ note: 'n2', direction: 'up' }])
    from_home(api(:post, "/api/charts/#{@chart[:id]}/cards", { note: 'Listen.' }))
    marks_and_measures
    lesson = api(:post, "#{path}/lessons", { minutes: 45 })
    seconds = lesson[:items].map { { id: _1[:id], seconds: 60 } }
    api(:post, "/api/lessons/#{lesson[:id]}/finish", { clock: { at: 0, seconds: }, note: 'Cheerful.' })
    api(:post, "/api/lessons/#{lesson[:id]}/cards", {})
    other = add_pupil('Gone')
    mark(other, skill: 'body.ready', value: 1)
    api(:delete, "/api/pupils/#{other[:id]}", { name: 'Gone' })
  end

  def own_path
    api(:put, '/api/skills/body.ready', { task: 'Stand as we stand.', lock_version: 0 })
    whistle = { name: 'Whistle it', task: 'Whistle.', checks: ['In tune'], area: 'tune', stage: 'Tunes', after: '' }
    @own = api(:post, '/api/skills', whistle)[:skills].find { _1[:own] }[:id]
    api(:post, '/api/holidays', { from: today.iso8601, name: 'Rest' })
    api(:patch, '/api/hand/stretch', { off: true })
  end

  def from_home(card)
    link = "/api/link/#{card[:link][:path].split('/').last}"
    reports = [{ key: 'report-001', kind: 'minutes', day: today.iso8601, value: 12 }, { key: 'report-002', kind: 'pain', day: today.iso8601, value: 1 }]
    api(:post, "#{link}/reports", { reports: })
    api(:post, "#{link}/notes", { text: 'Why?', key: 'note-00001' })
  end

  def marks_and_measures
    wrong = mark(pupil, skill: 'body.ready', value: 0, made_on: (today - 9).iso8601)[:mark]
    mark(pupil, skill: 'body.ready', value: 2, made_on: (today - 9).iso8601, corrects_id: wrong[:id])
    mark(pupil, skill: @own, value: 1)
    mark(pupil, tune_id: @chart[:tune_id], value: 2)
    { promises: { kind: 'tune', ref: @chart[:tune_id].to_s }, fits: { string_mm: 328.5, arm_cm: 51.5 }, tapes: { semitones: 2 },
      changes: { kind: 'extra', to: (today + 3).iso8601 }, absences: { kind: 'paused', from: (today + 40).iso8601 } }.each { |what, body| api(:post, "#{path}/#{what}", body) }
    api(:post, "#{path}/promises", { title: 'Bring the list' })
    api(:post, "#{path}/repertoire", { tune_id: @chart[:tune_id], kind: 'concert' })
    api(:put, "#{path}/report", { from: (today - 9).iso8601, to: today.iso8601, words: 'Well done.', lock_version: 0 })
    api(:put, '/api/concert', { title: 'In June' })
    recording
    group = api(:post, '/api/groups', { name: 'Trio', members: [pupil[:id]], weekday: 3, time: '17:00' })
    api(:put, "/api/groups/#{group[:id]}/lesson", { date: today.iso8601, roll: [{ pupil_id: pupil[:id], there: true }], wishes: { tune_id: @chart[:tune_id] } })
  end

  # One that was listened to.
  def recording
    row = FawnmossServer::Models::Take[begin_take(pupil, @chart, tempo: 60)[:id]]
    counts = %i[notes tuned wrong missing added stops again slid].to_h { [_1, 1] }
    row.update(state: 'heard', sound: false, numbers: JSON.generate(clean: true, whole: true, tempo: { asked: 60, played: nil }, tuning: 0, **counts, rings: [0, 0],
                                                                    fingers: [], skills: {}, bars: {}))
  end

  # Everything that is kept of a studio, by what it says instead of by ids; how often a row was locked is nothing of it.
  def contents(id)
    rows = db.tables.select { |table| db.schema(table).any? { |name, _| name == :studio_id } }.to_h { |table| [table, db[table].where(studio_id: id).all] }
    names = rows.flat_map { |table, list| list.filter_map { |row| row[:id] && [[table, row[:id]], "#{table} #{list.index(row)}"] } }.to_h
    rows.to_h do |table, list|
      keys = db.foreign_key_list(table).to_h { [_1[:columns].first, _1[:table]] }
      [table, list.map { |row| row.except(:id, :studio_id, :turn).to_h { |name, value| [name, keys[name] ? names[[keys[name], value]] : value] } }]
    end
  end

  it 'takes a whole studio into an empty one, and nothing is lost' do
    fill
    before = contents(studio.id)
    empty = before.select { _2.empty? }.keys
    expect(empty - %i[demand_kinds hands members invitations put_by take_bodies take_pieces]).to eq([]) # all tables have something
    bytes = api(:get, '/api/studio.zip')
    first = studio.values
    log_in('berta@example.test', studio: 'Elsewhere')
    expect(take(bytes)).to include(kind: 'studio', name: 'Anna’s room', pupil_id: nil)
    after = contents(studio.id)
    derived = FawnmossServer::Actions::Handover::LEFT
    expect((after.keys - derived).reject { |table| %i[lessons promises charts hands group_lessons].include?(table) || after[table] == before[table] }).to eq([])
    %i[lessons promises charts].each { |table| expect(after[table].map { _1.except(:items, :clock, :wishes, :ref, :subject) }).to eq(before[table].map { _1.except(:items, :clock, :wishes, :ref, :subject) }) }
    expect(after[:hands].map { _1.except(:habits, :print) }).to eq(before[:hands].map { _1.except(:habits, :print) })
    expect(after[:pupil_digests]).to eq(before[:pupil_digests].map { |row| { **row, body: after[:pupil_digests].first[:body] } })
    expect(studio.values.slice(:name, :rules, :time_zone, :bowing, :concert)).to eq(first.slice(:name, :rules, :time_zone, :bowing, :concert))
    expect(before.keys - after.keys).to eq([])
  end

  it 'points everything at what it meant' do
    fill
    before = [api(:get, path), api(:get, "#{path}/diary"), api(:get, "#{path}/plan?date=#{today + 7}")]
    bytes = api(:get, '/api/studio.zip')
    log_in('berta@example.test', studio: 'Elsewhere')
    add = take(bytes)
    expect(status).to eq(201), add.inspect
    id = api(:get, '/api/pupils')[:pupils].first[:id]
    after = [api(:get, "/api/pupils/#{id}"), api(:get, "/api/pupils/#{id}/diary"), api(:get, "/api/pupils/#{id}/plan?date=#{today + 7}")]
    told = lambda do |(whole, diary, plan)|
      [whole[:path].map { _1.slice(:name, :state, :why) }, whole[:marks].map { _1.slice(:skill, :value, :was, :made_on, :struck) }, whole[:promises].map { _1.slice(:title, :why) },
       whole[:tunes].map { _1.slice(:title, :value) }, whole[:cards].map { _1.slice(:title, :number, :practised) }, whole[:holds].map { _1[:words] }, whole[:notes].map { _1[:text] },
       diary[:lessons].map { _1.slice(:held_on, :note, :items) }, plan[:items].map { _1.slice(:title, :minutes, :reasons) }]
    end
    expect(told.call(after)).to eq(told.call(before))
    chart = api(:post, '/api/charts', { tune_id: api(:get, '/api/tunes')[:tunes].first[:id], pupil_id: id })
    expect(chart[:pins].map { _1.slice(:note, :direction) }).to eq([{ note: 'n2', direction: 'up' }]) # the chart that came along is found
    expect(api(:get, '/api/skills')[:skills].map { _1[:name] }).to include('Whistle it')
    together = api(:get, "/api/groups/#{api(:get, '/api/groups')[:groups].first[:id]}/lesson?date=#{today}")
    expect([together[:wishes][:tune_id], together[:roll]]).to eq([chart[:tune_id], [{ pupil_id: id, there: true }]])
  end

  it 'takes a pupil into another studio, beside what is there, with the tunes it does not have' do
    fill
    bytes = api(:get, "#{path}/handover.zip")
    expect(last_response['content-disposition']).to include("Wren, to hand over, #{today.iso8601}.zip")
    log_in('berta@example.test', studio: 'Elsewhere')
    same = add_tune('A B c d|e4|', title: 'Kept')
    add_pupil('Wren')
    take(bytes)
    expect([status, error[:where][:field], error[:message]]).to eq([422, 'name', 'There is already a pupil called Wren.'])
    found = take(bytes, name: 'Wren S.')
    expect(found).to include(kind: 'pupil', name: 'Wren S.')
    whole = api(:get, "/api/pupils/#{found[:pupil_id]}")
    expect([whole[:marks].size, whole[:cards].size, whole[:slots].size]).to eq([3, 2, 1])
    expect(api(:get, '/api/tunes')[:tunes].map { _1[:id] }).to eq([same[:id]])
    expect(api(:get, '/api/skills')[:skills].find { _1[:id] == 'body.ready' }[:reworded]).to eq([]) # the other studio's words stay there
    expect(whole[:cards].map { _1[:link] }).to eq([nil, nil])
    expect(api(:get, '/api/calendar')[:holidays]).to eq([])
  end

  it 'takes more rows than are put in together, and points corrections at what they correct wherever that lies' do
    row = { studio_id: studio.id, pupil_id: pupil[:id], skill: 'body.ready', value: 2, source: 'lesson', note: '', checks: '[]' }
    count = (FawnmossServer::Actions::HandoverFile::BATCH * 2) + 50
    db[:marks].multi_insert(Array.new(count) { |at| { **row, made_on: today - at, mark_key: "many-#{at}" } })
    ids = db[:marks].where(studio_id: studio.id).order(:id).select_map(:id)
    db[:marks].insert(**row, made_on: today, value: 3, mark_key: 'mends-1', corrects_id: ids.first)
    db[:marks].insert(**row, made_on: today, value: 1, mark_key: 'mends-2', corrects_id: ids[-1])
    bytes = api(:get, '/api/studio.zip')
    log_in('berta@example.test', studio: 'Elsewhere')
    expect(take(bytes)).to include(kind: 'studio')
    marks = db[:marks].where(studio_id: studio.id).order(:id).all
    expect(marks.size).to eq(count + 2)
    expect(marks.last(2).map { |mark| marks.index { _1[:id] == mark[:corrects_id] } }).to eq([0, count - 1])
  end

  it 'is sent as the file that it is, and no other place takes one' do
    api(:post, '/api/handover', { file: 'x' })
    expect(status).to eq(415)
    api(:post, '/api/pupils', 'PK', 'CONTENT_TYPE' => 'application/zip')
    expect(status).to eq(415)
    api(:post, '/api/handover', 'PK', 'CONTENT_TYPE' => 'application/zip', 'CONTENT_LENGTH' => '64000001')
    expect(status).to eq(413)
    stub_const('FawnmossServer::Actions::HandoverFile::UNPACKED', 100)
    bytes = api(:get, "#{path}/handover.zip")
    log_in('berta@example.test', studio: 'Elsewhere')
    take(bytes)
    expect([status, error[:message]]).to match([422, /more in this file than can be taken in/])
  end

  it 'takes one about whom nothing is known yet' do
    bytes = api(:get, "#{path}/handover.zip")
    log_in('berta@example.test', studio: 'Elsewhere')
    expect(take(bytes)).to include(kind: 'pupil', name: 'Wren', rows: 2) # the pupil and the weekly lesson
  end

  describe 'a file that is not as it was saved' do
    def altered(name, &block)
      fill
      bytes = api(:get, '/api/studio.zip')
      entries = Zip::File.open_buffer(StringIO.new(bytes)).to_h { |entry| [entry.name, entry.get_input_stream.read.force_encoding('UTF-8')] }
      entries[name] = block.call(entries[name])
      Zip::OutputStream.write_buffer { |zip| entries.each { |entry, text| zip.put_next_entry(entry) && zip.write(text) } }.string
    end

    it 'is refused by file and line, and nothing of it is kept' do
      wrong = {
        ['marks.jsonl', ->(text) { text.sub('"value":2', '"value":"two"') }] => /marks\.jsonl, line \d, value: it is no whole number/,
        ['marks.jsonl', ->(text) { text.sub('"value":2', '"value":2,"luck":7') }] => /there is no luck in this version/,
        ['marks.jsonl', ->(text) { text.lines.drop(1).join }] => /points at nothing/,
        ['home_notes.jsonl', ->(text) { text + text }] => /Rows 1 to 2 of home_notes do not fit together/,
        ['tunes.jsonl', ->(text) { text.sub('"text":"X:1', '"text":"Y:1').gsub('K:D', '') }] => /tunes\.jsonl, line 1/,
        ['lessons.jsonl', ->(text) { text.sub('"items":"[', '"items":"') }] => /lessons\.jsonl, line 1: what it holds cannot be read/,
        ['cards.jsonl', ->(text) { text.gsub('\\"pupil\\":\\"Wren\\"', '\\"pupil\\":7') }] => /it is no card/,
        ['pupils.jsonl', ->(text) { text.sub('"Wren"', JSON.generate('W' * 61)) }] => /name: it is too long/,
        ['fawnmoss.json', ->(text) { text.sub('"version": 1', '"version": 2') }] => /newer Fawnmoss/,
        ['fawnmoss.json', ->(_) { '[]' }] => /no file that Fawnmoss made/
      }
      bytes = wrong.keys.first.then { |name, change| altered(name, &change) }
      log_in('berta@example.test', studio: 'Elsewhere')
      wrong.each_with_index do |((name, change), words), at|
        bytes = rezip(name, change) unless at.zero?
        take(bytes)
        expect([name, status, error[:message]]).to match([name, 422, words])
      end
      ['no zip', ''].each { |text| take(text) && (expect([status, error[:where][:field]]).to eq([422, 'file'])) }
      expect(api(:get, '/api/pupils')[:pupils]).to eq([])
    end

    # The good archive with one of its files changed.
    def rezip(name, change)
      log_in_again = -> { api(:post, '/api/login', { email: 'anna@example.test', password: StudioSteps::PASSWORD }) }
      clear_cookies
      log_in_again.call
      good = api(:get, '/api/studio.zip')
      entries = Zip::File.open_buffer(StringIO.new(good)).to_h { |entry| [entry.name, entry.get_input_stream.read.force_encoding('UTF-8')] }
      entries[name] = change.call(entries[name])
      clear_cookies
      api(:post, '/api/login', { email: 'berta@example.test', password: StudioSteps::PASSWORD })
      Zip::OutputStream.write_buffer { |zip| entries.each { |entry, text| zip.put_next_entry(entry) && zip.write(text) } }.string
    end

    it 'of a whole studio is not poured over another one' do
      fill
      take(api(:get, '/api/studio.zip'))
      expect([status, error[:message]]).to match([422, /is not empty/])
    end
  end

  it 'is for the pupil’s own studio alone' do
    pupil
    log_in('berta@example.test', studio: 'Elsewhere')
    api(:get, "#{path}/handover.zip")
    expect(status).to eq(404)
  end
end
