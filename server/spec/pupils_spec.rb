# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'pupils' do
  before { log_in }

  it 'adds a pupil with the least: a name and an instrument' do
    pupil = add_pupil
    expect(pupil).to include(name: 'Wren', instrument: 'violin', minutes_per_day: 15, lock_version: 0, cards: [])
    expect(pupil[:path].map { _1[:state] }.uniq).to eq(['untouched'])
    expect(pupil[:next].map { _1[:skill] }).to eq(%w[body.ready body.care])
    expect(pupil[:look]).to eq([{ kind: 'new', words: 'No marks yet: start with the first stones of the path.', skill: nil }])
  end

  it 'records marks, derives the state and moves the next skills on' do
    pupil = add_pupil
    day = Date.today
    [[9, 2], [1, 3]].each { |ago, value| api(:post, "/api/pupils/#{pupil[:id]}/marks", { skill: 'body.ready', value:, made_on: (day - ago).iso8601 }) }
    answer = api(:post, "/api/pupils/#{pupil[:id]}/marks", { skill: 'body.ready', value: 3, note: 'tall' })
    expect([status, answer[:mark]]).to match([201, a_hash_including(skill: 'body.ready', value: 3, note: 'tall', made_on: day.iso8601)])
    expect(answer[:pupil][:path].first).to include(state: 'secure')
    expect(answer[:pupil][:next].map { _1[:skill] }).to eq(%w[bow.fall body.shoulders])
    expect(api(:get, "/api/pupils/#{pupil[:id]}")[:progress].last).to include(secure: 1)
  end

  it 'corrects a mark with a new one that names the old' do
    pupil = add_pupil
    wrong = api(:post, "/api/pupils/#{pupil[:id]}/marks", { skill: 'body.ready', value: 0 })[:mark]
    api(:post, "/api/pupils/#{pupil[:id]}/marks", { skill: 'body.ready', value: 2, corrects_id: wrong[:id] })
    expect(api(:get, "/api/pupils/#{pupil[:id]}")[:marks].map { _1[:value] }).to eq([2])
    expect(FawnmossServer.db[:marks].where(pupil_id: pupil[:id]).count).to eq(2)
    api(:post, "/api/pupils/#{pupil[:id]}/marks", { skill: 'body.ready', value: 1, corrects_id: wrong[:id] })
    expect(status).to eq(404)
  end

  it 'marks a tune as well as a skill' do
    pupil = add_pupil
    answer = api(:post, "/api/pupils/#{pupil[:id]}/marks", { tune_id: add_tune[:id], value: 2 })
    expect(answer[:pupil][:tunes]).to match([a_hash_including(title: 'Steps', value: 2, times: 1)])
  end

  it 'refuses bad marks by field' do
    pupil = add_pupil
    { { skill: 'body.ready', value: 4 } => 'value', { skill: 'body.ready', value: '2' } => 'value', { skill: 'flying', value: 1 } => 'skill', { value: 1 } => 'skill',
      { skill: 'body.ready', value: 1, made_on: (Date.today + 2).iso8601 } => 'made_on', { skill: 'body.ready', value: 1, made_on: '2026-13-40' } => 'made_on',
      { skill: 'body.ready', value: 1, note: 'x' * 501 } => 'note', { skill: 'left.block', value: 1 } => 'skill' }.each do |body, field|
      api(:post, "/api/pupils/#{pupil[:id]}/marks", body)
      expect([status, error[:where][:field]]).to eq([422, field]), body.inspect
    end
  end

  it 'refuses bad pupils by field, in plain words' do
    { { name: '', instrument: 'violin' } => 'name', { name: 'x' * 61, instrument: 'violin' } => 'name', { name: 7, instrument: 'violin' } => 'name',
      { name: "A\u0000B", instrument: 'violin' } => 'name', { name: 'A', instrument: 'kazoo' } => 'instrument', { name: 'A', instrument: 'violin', birth_year: 1700 } => 'birth_year',
      { name: 'A', instrument: 'violin', birth_year: 'old' } => 'birth_year', { name: 'A', instrument: 'violin', lesson_time: '25:00' } => 'lesson_time',
      { name: 'A', instrument: 'violin', minutes_per_day: 1000 } => 'minutes_per_day', { name: 'A', instrument: 'violin', lesson_day: 9 } => 'lesson_day' }.each do |body, field|
      api(:post, '/api/pupils', body)
      expect([status, error[:where][:field]]).to eq([422, field]), body.inspect
    end
    add_pupil('Wren')
    add_pupil('Wren')
    expect([status, error[:message]]).to eq([422, 'There is already a pupil called Wren.'])
  end

  it 'refuses what is not JSON, not UTF-8, not an object or too large' do
    api(:post, '/api/pupils', '{"name":')
    expect(status).to eq(400)
    api(:post, '/api/pupils', "{\"name\":\"\xFF\"}")
    expect(status).to eq(400)
    api(:post, '/api/pupils', '[1]')
    expect(status).to eq(422)
    api(:post, '/api/pupils', '{}', 'CONTENT_LENGTH' => '99000000')
    expect(status).to eq(413)
  end

  it 'tells the later of two saves what is there now' do
    pupil = add_pupil
    change = { name: 'Wren', instrument: 'violin', lock_version: 0 }
    api(:patch, "/api/pupils/#{pupil[:id]}", { **change, minutes_per_day: 20 })
    expect(status).to eq(200)
    api(:patch, "/api/pupils/#{pupil[:id]}", { **change, minutes_per_day: 30 })
    expect([status, error[:code], error[:current]]).to match([409, 'stale', a_hash_including(minutes_per_day: 20, lock_version: 1)])
    api(:patch, "/api/pupils/#{pupil[:id]}", { **change, minutes_per_day: 30, lock_version: 1 })
    expect(status).to eq(200)
  end

  it 'shows today’s lessons in order of time, and who else wants a look' do
    today = Date.today
    add_pupil('Late', lesson_day: today.cwday, lesson_time: '18:00')
    add_pupil('Early', lesson_day: today.cwday, lesson_time: '09:15')
    add_pupil('Other', lesson_day: (today + 1).cwday)
    day = api(:get, "/api/today?today=#{today.iso8601}")
    expect(day[:lessons].map { _1[:name] }).to eq(%w[Early Late])
    expect(day[:look].map { _1[:name] }).to eq(['Other'])
    api(:get, '/api/today?today=1999-01-01')
    expect(status).to eq(422)
  end

  it 'names the tune in work, and prefers the skill it asks for' do
    pupil = add_pupil
    map = FawnmossServer.catalogue.path('violin')
    teach(pupil, *(map.ids - map.of(map.after('pattern.1-2-close')) - ['pattern.1-2-close']))
    reasons = -> { api(:get, "/api/pupils/#{pupil[:id]}")[:next].to_h { [_1[:skill], _1[:reasons]] } }
    expect(reasons.call.values.flatten).not_to include('a tune in work asks for it')
    chart = open_chart(pupil:, tune: add_tune('A B c d|B4|', title: 'Low two', key: 'G'))
    api(:post, "/api/charts/#{chart[:id]}/cards", {})
    expect(reasons.call['pattern.1-2-close']).to include('a tune in work asks for it')
    expect(api(:get, '/api/pupils')[:pupils].first[:in_work]).to include(title: 'Low two', issued_on: Date.today.iso8601)
  end

  it 'notices who is stuck, rusty or long not seen' do
    pupil = add_pupil
    [70, 50, 30].each { |ago| api(:post, "/api/pupils/#{pupil[:id]}/marks", { skill: 'bow.hold', value: 1, made_on: (Date.today - ago).iso8601 }) }
    [60, 50].each { |ago| api(:post, "/api/pupils/#{pupil[:id]}/marks", { skill: 'body.ready', value: 2, made_on: (Date.today - ago).iso8601 }) }
    look = api(:get, "/api/pupils/#{pupil[:id]}")[:look]
    expect(look.map { [_1[:kind], _1[:words]] }).to match([['unseen', /Not seen for 30 days/], ['stuck', /Stuck since .*: The whole bow hold. Try an easier step/]])
  end

  it 'answers 404 for the ids of another studio, whatever is asked' do
    pupil = add_pupil
    tune = add_tune
    chart = open_chart(tune:, pupil:)
    card = api(:post, "/api/charts/#{chart[:id]}/cards", {})
    log_in('berta@example.test', studio: 'Elsewhere')
    asked = { [:get, "/api/pupils/#{pupil[:id]}"] => nil, [:patch, "/api/pupils/#{pupil[:id]}"] => { name: 'Z', instrument: 'violin', lock_version: 0 },
              [:post, "/api/pupils/#{pupil[:id]}/marks"] => { skill: 'body.ready', value: 1 }, [:get, "/api/tunes/#{tune[:id]}"] => nil,
              [:patch, "/api/tunes/#{tune[:id]}"] => { title: 'Z', lock_version: 0 }, [:get, "/api/tunes?pupil_id=#{pupil[:id]}"] => nil,
              [:post, '/api/charts'] => { tune_id: tune[:id], instrument: 'violin' }, [:get, "/api/charts/#{chart[:id]}"] => nil,
              [:put, "/api/charts/#{chart[:id]}"] => { lock_version: 0, options: {}, pins: [] }, [:get, "/api/charts/#{chart[:id]}/score"] => nil,
              [:get, "/api/charts/#{chart[:id]}/chart.musicxml"] => nil, [:get, "/api/charts/#{chart[:id]}/chart.mid"] => nil, [:post, "/api/charts/#{chart[:id]}/cards"] => {},
              [:get, "/api/cards/#{card[:id]}"] => nil, [:post, "/api/cards/#{card[:id]}/link"] => {}, [:delete, "/api/cards/#{card[:id]}/link"] => {} }
    asked.each { |(method, path), body| api(method, path, body) && (expect([path, status]).to eq([path, 404])) }
    own = add_pupil('Own')
    api(:post, "/api/pupils/#{own[:id]}/marks", { tune_id: tune[:id], value: 1 })
    expect(status).to eq(404)
    expect(api(:get, '/api/pupils')[:pupils].map { _1[:name] }).to eq(['Own'])
  end
end
