# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'groups' do
  before { log_in }

  let(:today) { Date.today }
  let(:juna) { add_pupil('Juna') }
  let(:ned) { add_pupil('Ned', instrument: 'cello') }
  let(:bo) { add_pupil('Bo', instrument: 'bass') }
  let(:trio) { api(:post, '/api/groups', { name: 'Trio', minutes: 45, members: [juna, ned, bo].map { _1[:id] }, weekday: today.cwday, time: '17:00' }) }
  let(:tune) { add_tune('D E F G|A2 A2|D4|', title: 'Steps') }

  def lesson(**more) = api(:get, "/api/groups/#{trio[:id]}/lesson?#{URI.encode_www_form(more)}")
  def lesson_parts = api(:get, "/api/groups/#{trio[:id]}/parts?date=#{today.iso8601}")
  def save(**body) = api(:put, "/api/groups/#{trio[:id]}/lesson", { date: today.iso8601, **body })
  def act(name, **body) = api(:post, "/api/groups/#{trio[:id]}/#{name}", body)

  it 'have a time of their own in the calendar, on Today and in other calendars, and no false overlap' do
    expect(trio).to include(name: 'Trio', slot: include(time: '17:00', minutes: 45), members: [include(name: 'Bo'), include(name: 'Juna'), include(name: 'Ned')])
    week = api(:get, "/api/calendar?from=#{today}")
    expect([week[:lessons].map { _1.values_at(:name, :time, :pupil_id, :group_id) }, week[:clashes]]).to eq([[['Trio', '17:00', nil, trio[:id]]], []])
    day = api(:get, '/api/today')
    expect(day[:groups]).to eq([{ id: trio[:id], name: 'Trio', time: '17:00', minutes: 45, status: 'weekly', note: '', lesson: 'planned', members: %w[Bo Juna Ned] }])
    expect(api(:get, '/api/lessons.ics')).to include('SUMMARY:Trio')
    act('changes', kind: 'cancelled', on: today.iso8601, owed: true)
    expect([api(:get, "/api/calendar?from=#{today}")[:lessons].first[:status], api(:get, '/api/calendar')[:owed].first]).to match(['cancelled', include(name: 'Trio', group_id: trio[:id])])
    act('changes', kind: 'cancelled', on: (today + 1).iso8601)
    expect(status).to eq(422)
  end

  it 'keep their time when a pupil’s lesson is to be ended by its number' do
    api(:delete, "/api/slots/#{trio[:slot][:id]}")
    expect([status, api(:get, '/api/groups')[:groups].first[:slot]]).to eq([404, trio[:slot]])
  end

  it 'change: members, name and time, and what lay before stays' do
    FawnmossServer::Models::Slot.where(group_id: trio[:id]).update(from_date: today - 14)
    changed = api(:patch, "/api/groups/#{trio[:id]}", { name: 'Duo', members: [juna[:id], ned[:id]], weekday: today.cwday, time: '18:00', minutes: 45, lock_version: 0 })
    expect(changed).to include(name: 'Duo', members: [include(name: 'Juna'), include(name: 'Ned')])
    days = api(:get, "/api/calendar?from=#{today - 7}&days=14")[:lessons]
    expect(days.map { [_1[:date], _1[:time]] }).to eq([[(today - 7).iso8601, '17:00'], [today.iso8601, '18:00']])
    api(:patch, "/api/groups/#{trio[:id]}", { name: 'Else', members: [juna[:id]], lock_version: 0 })
    expect(status).to eq(409)
    { { members: [] } => 'members', { name: '' } => 'name', { minutes: 5 } => 'minutes' }.each do |body, field|
      api(:post, '/api/groups', { name: 'New', members: [juna[:id]], **body })
      expect([body, status, error[:where][:field]]).to eq([body, 422, field])
    end
    expect(api(:delete, "/api/groups/#{trio[:id]}")).to eq(done: true)
    expect([api(:get, '/api/groups')[:groups], api(:get, "/api/calendar?from=#{today}")[:lessons]]).to eq([[], []])
  end

  it 'plan from what most need, with a word for each, and as the teacher wishes' do
    teach(juna, 'rhythm.plain', 'left.first', days: [9, 5])
    found = lesson
    expect(found).to include(date: today.iso8601, status: 'planned', minutes: 45)
    expect(found[:items].sum { _1[:minutes] }).to eq(45)
    skill = found[:items].find { _1[:kind] == 'skill' }
    expect(skill[:each].map { _1[:name] }).to eq(%w[Bo Juna Ned])
    wished = save(wishes: { tune_id: tune[:id], added: ['bow.slur'], dropped: [skill[:skill]] })
    expect(wished[:items].map { _1[:id] }).to include("tune #{tune[:id]}", 'skill bow.slur')
    expect(wished[:items].map { _1[:skill] }).not_to include(skill[:skill])
    save(wishes: { tune_id: 10**9 }, lock_version: wished[:lock_version])
    expect(status).to eq(404)
    save(note: 'x', lock_version: 0)
    expect([status, error[:code]]).to eq([409, 'stale'])
  end

  it 'mark several at once, call the roll, and are in the diary of everybody who was there' do
    begun = act('begin')
    save(roll: [{ pupil_id: bo[:id], there: false }], note: 'Bo has a cold.', lock_version: begun[:lock_version])
    marks = [{ pupil_id: juna[:id], value: 2 }, { pupil_id: ned[:id], value: 1 }]
    2.times { act('marks', skill: 'body.ready', marks:, key: 'together-01') }
    changed = act('marks', skill: 'body.ready', marks: [{ pupil_id: ned[:id], value: 3 }], key: 'together-02')
    expect(changed[:marks].map { _1.values_at(:pupil_id, :skill, :value) }).to contain_exactly([juna[:id], 'body.ready', 2], [ned[:id], 'body.ready', 3])
    act('marks', skill: 'body.ready', marks: [{ pupil_id: add_pupil('Else')[:id], value: 3 }], key: 'together-03')
    expect([status, error[:where][:field]]).to eq([422, 'pupil_id'])
    expect(act('finish')[:status]).to eq('done')
    diaries = [juna, ned, bo].map { api(:get, "/api/pupils/#{_1[:id]}/diary")[:lessons] }
    expect(diaries.map(&:size)).to eq([1, 1, 0])
    expect(diaries[0].first[:items].find { _1[:value] == 2 }[:title]).to eq('Balanced and loose')
    expect(lesson(date: today.iso8601)[:items].map { _1[:id] }).to eq(begun[:items].map { _1[:id] }) # as it was
    expect(api(:get, "/api/lessons/#{diaries[0].first[:id]}/home")[:items].map { _1[:title] }).to include('Balanced and loose')
  end

  it 'leave the plan of a lesson that somebody has alone on the same day as it is' do
    own = add_pupil('Own', lesson_day: today.cwday, lesson_time: '16:00')
    api(:put, "/api/pupils/#{own[:id]}/plan", { date: today.iso8601, minutes: 20, wishes: { own: [{ id: 'own a1', title: 'Sing' }] } })
    group = api(:post, '/api/groups', { name: 'Duo', members: [own[:id], juna[:id]] })
    found = api(:post, "/api/groups/#{group[:id]}/marks", { skill: 'body.ready', marks: [{ pupil_id: own[:id], value: 2 }], key: 'together-01' })
    api(:post, "/api/groups/#{group[:id]}/finish", {})
    expect(found[:marks]).to eq([{ pupil_id: own[:id], skill: 'body.ready', tune_id: nil, value: 2 }])
    diary = api(:get, "/api/pupils/#{own[:id]}/diary")[:lessons]
    expect(diary.map { [_1[:status], _1[:items].map { |one| one.values_at(:title, :value) }] }).to eq([['planned', [['Balanced and loose', 2]]]])
    begun = api(:post, "/api/pupils/#{own[:id]}/lessons", {})
    expect([begun[:minutes], begun[:items].map { _1[:title] }, begun[:marks].size]).to match([20, include('Sing'), 1])
  end

  it 'issue a card to each who was there, in one key for all, in the version chosen for each, and print them as one' do
    act('cards')
    expect([status, error[:where][:field]]).to eq([422, 'tune_id'])
    save(wishes: { tune_id: tune[:id], key: 'G major', parts: [{ pupil_id: ned[:id], version: 'full', part: 'tune' }] },
         roll: [{ pupil_id: juna[:id], there: true }, { pupil_id: bo[:id], there: true }])
    cards = act('cards', note: 'Listen to the bass.')[:cards]
    whole = cards.map { api(:get, "/api/cards/#{_1[:id]}")[:body] }
    expect(whole.map { [_1[:pupil], _1[:chart][:tune][:key], _1[:version], _1[:note]] })
      .to eq([['Bo', 'G major', 'simple', 'Listen to the bass.'], ['Juna', 'G major', 'simple', 'Listen to the bass.'], ['Ned', 'G major', 'full', 'Listen to the bass.']])
    asked = nil
    allow(FawnmossServer::Boot::Pdf).to receive(:of) { |path, **about| (asked = [path, about[:query]]) && '%PDF-1.4' }
    api(:get, "/api/cards.pdf?ids=#{cards.map { _1[:id] }.join(',')}")
    expect(asked).to eq(['/cards', { 'ids' => cards.map { _1[:id] }.join(',') }])
    api(:get, "/api/cards.pdf?ids=#{10**9}")
    expect(status).to eq(404)
  end

  it 'see their parts under one another: a chart each in one key, a second voice among them, or open strings where there is none' do
    act('charts')
    expect([status, error[:where][:field]]).to eq([422, 'tune_id'])
    save(wishes: { tune_id: tune[:id], parts: [{ pupil_id: ned[:id], version: 'simple', part: 'second' }, { pupil_id: bo[:id], version: 'simple', part: 'bass' }] })
    words = api(:get, "/api/groups/#{trio[:id]}/parts?date=#{today.iso8601}")[:parts].to_h { [_1[:pupil_id], _1[:words]] }
    found = act('charts')
    charts = found[:charts].map { api(:get, "/api/charts/#{_1}") }
    expect([found[:tune_id], charts.map { _1[:chart][:tune][:key] }.uniq.size]).to eq([tune[:id], 1])
    expect(charts.first[:part]).to eq('tune') # as in a score
    given = charts.to_h { [_1[:pupil_id], _1[:part]] }
    [[ned, 'second'], [bo, 'bass']].each { |pupil, part| expect([given[pupil[:id]], words[pupil[:id]]]).to eq([part, words[pupil[:id]]]).or match(['open', /open strings instead/]) }
    expect(given[juna[:id]]).to eq('tune')
    expect(act('charts')).to eq(found)
  end

  it 'have their cards ready before the day, while the lesson itself waits for it' do
    api(:put, "/api/groups/#{trio[:id]}/lesson", { date: (today + 3).iso8601, wishes: { tune_id: tune[:id] }, roll: [{ pupil_id: bo[:id], there: false }] })
    ahead = { date: (today + 3).iso8601 }
    expect(api(:post, "/api/groups/#{trio[:id]}/cards", ahead)[:cards].map { _1[:pupil_id] }).to eq([juna[:id], ned[:id]])
    %w[begin finish].each { api(:post, "/api/groups/#{trio[:id]}/#{_1}", ahead) }
    expect([status, error[:message], error[:where][:field]]).to eq([422, 'This lesson is still to come.', 'date'])
  end

  it 'give each a part: open strings for a beginner leave the tune’s own chart as it is, and what the bass has to watch for comes first' do
    expect(lesson_parts).to eq(keys: [], key: nil, parts: [])
    own = api(:post, '/api/charts', { tune_id: tune[:id], pupil_id: juna[:id], version: 'simple' })
    save(wishes: { tune_id: tune[:id], key: 'G major', parts: [{ pupil_id: juna[:id], version: 'simple', part: 'open' }] })
    found = lesson_parts
    expect(found).to include(key: 'G major', keys: include('D major', 'G major'))
    expect(found[:parts].map { _1.values_at(:name, :part) }).to eq([%w[Bo tune], %w[Ned tune], %w[Juna open]])
    expect(found[:parts].map { _1[:words] }).to all(match(/shift|crossing/))
    cards = act('cards')[:cards].map { api(:get, "/api/cards/#{_1[:id]}") }
    expect(cards.map { _1[:title] }).to eq(['Steps', 'Steps, open strings', 'Steps'])
    body = cards[1][:body]
    expect(body[:chart][:notes].map { _1[:finger] }.uniq).to eq([0])
    expect(body[:chart][:tune][:key]).to eq('G major')
    expect(api(:get, "/api/charts/#{own[:id]}")).to include(options: {}, part: 'tune')
    part = api(:get, "/api/charts/#{cards[1][:chart_id]}")
    expect(part).to include(part: 'open', version: 'simple', positions: ['1'])
    expect(api(:get, "/api/charts/#{part[:id]}/score")[:musicxml]).to include('Steps, open strings')
    groups = api(:patch, "/api/groups/#{trio[:id]}", { name: 'Trio', minutes: 45, members: [ned[:id], bo[:id]], lock_version: 0 })
    expect(groups[:members].size).to eq(2)
    again = lesson(date: today.iso8601)
    expect(again[:wishes][:parts]).to eq([]) # who left the group plays nothing
    save(wishes: { tune_id: tune[:id], parts: [{ pupil_id: bo[:id], version: 'simple', part: 'drums' }] }, lock_version: again[:lock_version])
    expect([status, error[:where][:field]]).to eq([422, 'part'])
  end

  it 'play open strings all of them under the teacher’s tune, however high that is, and keep the tunes they work on themselves' do
    open_chart(tune:, pupil: juna).then { api(:post, "/api/charts/#{_1[:id]}/cards", { tempo: 60, note: '' }) }
    expect(status).to be_between(200, 201)
    high = add_tune("c' d' e' f'|g'2 c2|^C,4|", title: 'High and low', key: 'C')
    kept = save(wishes: { tune_id: high[:id] })
    expect(lesson_parts[:keys]).to eq([])
    parts = [bo, juna, ned].map { { pupil_id: _1[:id], version: 'simple', part: 'open' } }
    save(wishes: { tune_id: high[:id], parts: }, lock_version: kept[:lock_version])
    expect(lesson_parts).to include(key: 'D major', keys: include('C major', 'D major'), parts: all(include(part: 'open')))
    expect(act('cards')[:cards].size).to eq(3)
    plan = api(:get, "/api/pupils/#{juna[:id]}/plan?date=#{(today + 1).iso8601}")
    expect(plan[:items].filter_map { _1[:tune] }).to eq([tune[:id]])
    expect(api(:get, "/api/pupils/#{juna[:id]}/repertoire")[:work].map { _1[:title] }).to eq(['Steps'])
  end

  it 'have a part on open strings whose marks stay where they are when the tune is changed' do
    chart = api(:post, '/api/charts', { tune_id: tune[:id], instrument: 'violin', part: 'open' })
    notes = chart[:chart][:notes]
    api(:put, "/api/charts/#{chart[:id]}", { lock_version: 0, options: {}, pins: [{ note: notes.last[:id], direction: 'up' }] })
    expect(status).to eq(200)
    whole = api(:get, "/api/tunes/#{tune[:id]}")
    api(:patch, "/api/tunes/#{tune[:id]}", { text: whole[:text].sub('D E F G', 'E4|D E F G'), lock_version: whole[:lock_version] })
    expect(status).to eq(200)
    now = api(:get, "/api/charts/#{chart[:id]}")
    expect([now[:pins].map { _1[:note] }, now[:chart][:notes].size]).to eq([[now[:chart][:notes].last[:id]], notes.size + 1])
    expect(now[:chart][:notes].last).to include(direction: 'up', bar: 4)
  end

  it 'belong to one studio' do
    trio
    log_in('berta@example.test', studio: 'Elsewhere')
    expect(api(:get, '/api/groups')[:groups]).to eq([])
    { [:patch, ''] => { name: 'x', members: [], lock_version: 0 }, [:delete, ''] => nil, [:get, '/lesson'] => nil, [:get, '/parts'] => nil, [:put, '/lesson'] => { date: today.iso8601 }, [:post, '/begin'] => {},
      [:post, '/marks'] => {}, [:post, '/finish'] => {}, [:post, '/cards'] => {}, [:post, '/changes'] => {} }.each do |(method, path), body|
      api(method, "/api/groups/#{trio[:id]}#{path}", body)
      expect([path, status]).to eq([path, 404])
    end
    api(:post, '/api/groups', { name: 'Mine', members: [juna[:id]] })
    expect(status).to eq(404)
  end
end
