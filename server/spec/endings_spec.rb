# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'log-ins and closing' do
  let(:firefox) { { 'HTTP_USER_AGENT' => 'Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0' } }

  before { log_in }

  def log_in_again(**headers) = api(:post, '/api/login', { email: 'anna@example.test', password: StudioSteps::PASSWORD }, headers)
  def close(password = StudioSteps::PASSWORD) = api(:post, '/api/close-account', { password: })
  def account = FawnmossServer.db[:accounts].first(email: 'anna@example.test')

  it 'lists the browsers that are logged in, the last used first, and ends any of them' do
    elsewhere do
      log_in_again(**firefox)
      FawnmossServer.db[:account_active_session_keys].where(browser: 'Firefox on Linux').update(last_use: Time.now.utc - 600)
      @other = rack_mock_session.cookie_jar
    end
    found = api(:get, '/api/account')
    expect(found[:email]).to eq('anna@example.test')
    expect(found[:log_ins].map { [_1[:browser], _1[:here]] }).to match([['', true], ['Firefox on Linux', false]])
    other = found[:log_ins].last[:id]
    elsewhere { log_in('berta@example.test') && api(:delete, "/api/log-ins/#{other}") && expect(status).to(eq(404)) }
    expect(api(:delete, "/api/log-ins/#{other}")).to eq(done: true)
    expect(api(:get, '/api/account')[:log_ins].size).to eq(1)
    rack_mock_session.cookie_jar = @other
    api(:get, '/api/session')
    expect(status).to eq(401)
  end

  it 'calls browsers by what they are' do
    words = FawnmossServer::Accounts::LogIns.method(:words)
    expect(['', nil, "\xFF", 'curl/8.0', 'x' * 10_000].map { words.call(_1) }).to eq([''] * 5)
    expect(words.call('Mozilla/5.0 (iPhone; CPU iPhone OS 17_0 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/17.0 Mobile/15E148 Safari/604.1')).to include('Safari on iOS')
  end

  it 'closes a studio with the password: nobody is logged in, links rest, and a letter says until when it can be opened again' do
    card = open_chart.then { api(:post, "/api/charts/#{_1[:id]}/cards", {}) }
    link = api(:post, "/api/cards/#{card[:id]}/link", {})[:link][:path].sub('/k/', '/api/link/')
    feed = api(:post, '/api/feed', {})[:feed]
    alive = -> { [link, feed].map { |path| get(path, {}, 'HTTP_HOST' => '127.0.0.1') && status } }
    expect(alive.call).to eq([200, 200])
    close('guess')
    expect([status, alive.call]).to eq([401, [200, 200]])
    elsewhere { log_in_again && (@other = rack_mock_session.cookie_jar) }
    close
    expect(status).to eq(200)
    [nil, @other].each do |jar|
      rack_mock_session.cookie_jar = jar if jar
      expect(api(:get, '/api/session') && status).to eq(401)
    end
    expect(alive.call).to eq([404, 404])
    expect(letter).to include(kind: 'closed', body: include((Time.now.utc + (30 * 86_400)).strftime('%-d %B %Y')))
    FawnmossServer::Endings.call
    expect(account[:status_id]).to eq(3)
    log_in_again
    expect([status, api(:get, '/api/session')[:studio][:name], alive.call, letter[:kind]]).to eq([200, 'Anna’s room', [200, 200], 'opened_again'])
    expect(account).to include(status_id: 2, erase_at: nil)
  end

  it 'has a closed studio back with a forgotten password too, and says in a letter what a sign-up would not' do
    close
    api(:post, '/api/create-account', { email: 'anna@example.test' })
    expect([status, letter[:kind]]).to eq([200, 'taken'])
    api(:post, '/api/forgotten', { email: 'anna@example.test' })
    expect(letter[:kind]).to eq('forgotten')
    api(:post, '/api/new-password', { key: key_of(letter), password: 'three new words' })
    expect([status, account[:status_id]]).to eq([200, 3])
    api(:post, '/api/login', { email: 'anna@example.test', password: 'three new words' })
    expect([status, account[:status_id]]).to eq([200, 2])
  end

  it 'stops guesses at the password of a closing' do
    5.times { close('guess') }
    close
    expect([status, account[:status_id]]).to eq([429, 2])
  end

  # Names of all tables with their numbers of rows, but for what is counted and kept for a time.
  def rows = (FawnmossServer.db.tables - %i[schema_info attempts]).to_h { [_1, FawnmossServer.db[_1].count] }

  it 'erases a closed studio after thirty days, with every row that was its own and none of another' do
    log_in('berta@example.test')
    empty = rows
    elsewhere { log_in_again }
    log_in_again
    ids = full_studio
    api(:post, '/api/groups', { name: 'Duo', members: [ids['pupils'], add_pupil('Other')[:id]], minutes: 45, weekday: 1, time: '17:00' })
    api(:post, "/api/cards/#{ids['cards']}/link", {})
    [1, 2].each { |value| mark({ id: ids['pupils'] }, skill: 'body.ready', value:, lesson_id: ids['lessons'], key: "value-00#{value}") } # the second corrects the first
    before = rows
    expect(before.count { |table, number| number > empty[table] }).to be > 17
    expect(FawnmossServer.db[:marks].exclude(corrects_id: nil).count).to eq(1)
    close
    FawnmossServer::Endings.call
    expect(rows.slice(:pupils, :marks)).to eq(before.slice(:pupils, :marks))
    FawnmossServer.db[:accounts].where(status_id: 3).update(erase_at: Time.now.utc - 1)
    FawnmossServer::Endings.call
    one_less = %i[accounts studios account_active_session_keys].to_h { [_1, empty[_1] - 1] }
    expect(rows).to eq(empty.merge(one_less))
    log_in_again
    expect(status).to eq(401)
  end

  it 'forgets an address that did not answer its letter for a week' do
    api(:post, '/api/create-account', { email: 'new@example.test' })
    FawnmossServer.db[:accounts].where(email: 'new@example.test').update(created_at: Time.now.utc - (6 * 86_400))
    FawnmossServer::Endings.call
    expect(FawnmossServer.db[:accounts].where(status_id: 1).count).to eq(1)
    FawnmossServer.db[:accounts].update(created_at: Time.now.utc - (8 * 86_400))
    FawnmossServer::Endings.call
    expect(FawnmossServer.db[:accounts].select_map(:email)).to eq(['anna@example.test'])
  end
end
