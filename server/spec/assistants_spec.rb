# frozen_string_literal: true

require_relative 'spec_helper'
require_relative '../../siege/attack'

RSpec.describe 'assistant teachers' do
  before { log_in }

  let(:studio_id) { api(:get, '/api/session')[:studio][:id] }

  def invite(email = 'ida@example.test') = api(:post, '/api/people', { email: })
  def answer(key = key_of(letter('ida@example.test')), **more) = api(:post, '/api/invitation/answer', { key:, **more })
  def people = api(:get, '/api/people')
  def session = api(:get, '/api/session').slice(:studio, :owner, :studios)
  def log_in_as(email, password = StudioSteps::PASSWORD) = api(:post, '/api/login', { email:, password: }) && status

  # Ida without a studio of her own, in another browser from then on.
  def join
    invite
    rack_mock_session.cookie_jar = Rack::Test::CookieJar.new
    answer(password: 'three quiet words')
    expect(log_in_as('ida@example.test', 'three quiet words')).to eq(200)
  end

  it 'are asked by a letter, choose a password and work in the studio; the owner reads of it' do
    expect([invite, status]).to match([{ people: [], invitations: [include(email: 'ida@example.test')] }, 201])
    key = key_of(letter('ida@example.test'))
    elsewhere do
      expect(api(:post, '/api/invitation', { key: })).to eq(studio: 'Anna’s room', email: 'ida@example.test', account: false)
      answer(key, password: 'short')
      expect([status, error[:where][:field]]).to eq([422, 'password'])
      answer(key, password: 'three quiet words')
      expect(status).to eq(201)
      log_in_as('ida@example.test', 'three quiet words')
      expect(session).to match(studio: include(name: 'Anna’s room'), owner: false, studios: [include(name: 'Anna’s room', owner: false)])
      answer(key, password: 'three other words')
      expect(status).to eq(404)
    end
    expect(people).to match(people: [include(email: 'ida@example.test')], invitations: [])
    expect(letter).to include(kind: 'joined', body: include('ida@example.test answered'))
  end

  it 'see everything, give lessons, mark, chart and make cards, and change nothing else' do
    ids = full_studio
    join
    pupil = { id: ids['pupils'] }
    mark(pupil, skill: 'body.ready', value: 2, key: 'assistant-1')
    expect(status).to eq(201)
    lesson = api(:get, "/api/lessons/#{ids['lessons']}")
    api(:put, "/api/lessons/#{ids['lessons']}", { note: 'Well done.', lock_version: lesson[:lock_version] })
    api(:post, "/api/lessons/#{ids['lessons']}/finish", {})
    expect(status).to eq(200)
    card = api(:post, "/api/charts/#{ids['charts']}/cards", {})
    expect([status, api(:get, '/api/today') && status, api(:get, "/api/cards/#{card[:id]}") && status]).to eq([201, 200, 200])
    { [:post, '/api/pupils'] => { name: 'New', instrument: 'violin' }, [:delete, "/api/pupils/#{ids['pupils']}"] => { name: 'Wren' }, [:patch, '/api/studio'] => { name: 'Mine' },
      [:patch, "/api/tunes/#{ids['tunes']}"] => {}, [:get, '/api/studio.zip'] => nil, [:get, '/api/people'] => nil, [:post, '/api/people'] => { email: 'x@example.test' },
      [:post, '/api/feed'] => {} }.each do |(method, path), body|
      api(method, path, body)
      expect([path, status, error[:code]]).to eq([path, 403, 'owner'])
    end
  end

  # Whatever an operation of the contract is called, it is open to assistants only when it stands here.
  it 'may do what is on a list, and nothing that is added later' do
    seat = FawnmossServer::Seat.new(nil, owner: false)
    changing = Attack.operations.reject { _1.open? || _1.path.match?(%r{/api/(session|account|log-ins|second|leave|change-|close-|invitation)}) }.select(&:change?)
    may = changing.select { seat.may?(_1.verb.upcase, _1.at(Hash.new(3))) }.map { "#{_1.verb} #{_1.path.delete_prefix('/api/')}" }
    expect(may).to match_array(%w[pupils/{id}/marks pupils/{id}/holds pupils/{id}/promises pupils/{id}/lessons pupils/{id}/fits pupils/{id}/tapes pupils/{id}/placing/try
                                  holds/{id}/clear tapes/{id}/off lessons/{id}/refit lessons/{id}/items lessons/{id}/day lessons/{id}/finish lessons/{id}/open lessons/{id}/cards
                                  charts charts/{id}/cards charts/{id}/work tunes/{id}/cards cards/{id}/link notes/{id}/read groups/{id}/begin groups/{id}/finish groups/{id}/marks
                                  groups/{id}/cards groups/{id}/charts pupils/{id}/consent takes takes/{id}/again takes/{id}/finish].map { "post #{_1}" } +
                               ['put pupils/{id}/plan', 'put lessons/{id}', 'put charts/{id}', 'put charts/{id}/part', 'put groups/{id}/lesson', 'put takes/{id}/pieces/{number}'] +
                               ['delete lessons/{id}', 'delete promises/{id}', 'delete cards/{id}/link', 'delete takes/{id}', 'delete pupils/{id}/consent'])
    expect(changing.size - may.size).to be > 25
  end

  it 'may have a studio of their own, and go from one to the other' do
    invite
    elsewhere do
      log_in('ida@example.test', studio: 'Ida’s attic')
      expect(api(:post, '/api/invitation', { key: key_of(letter('ida@example.test')) })).to include(account: true)
      answer
      expect(session).to match(studio: include(name: 'Ida’s attic'), owner: true, studios: [include(name: 'Ida’s attic', owner: true), include(name: 'Anna’s room', owner: false)])
      other = session[:studios].last[:id]
      add_pupil('Own')
      expect(api(:post, '/api/session', { studio_id: other })[:studio][:name]).to eq('Anna’s room')
      expect([api(:get, '/api/pupils')[:pupils], add_pupil('X') && status]).to eq([[], 403])
      expect(api(:post, '/api/session', { studio_id: 10**9 })[:studio][:name]).to eq('Ida’s attic') # one that is not theirs
      expect(api(:get, '/api/pupils')[:pupils].map { _1[:name] }).to eq(['Own'])
      api(:post, '/api/session', { studio_id: other })
      api(:post, '/api/leave', { studio_id: other })
      expect([status, session]).to match([200, include(studio: include(name: 'Ida’s attic'))])
    end
    expect(people[:people]).to eq([])
  end

  it 'who have an account log in first; whoever reads the letter cannot take their account over' do
    elsewhere { log_in('ida@example.test', studio: 'Ida’s attic') }
    invite
    elsewhere do
      answer(password: 'three quiet words')
      expect([status, error[:message]]).to eq([422, 'This address has an account.'])
      expect(log_in_as('ida@example.test', 'three quiet words')).to eq(401)
    end
    answer
    expect([status, error[:message]]).to eq([422, 'This is your own studio.'])
  end

  it 'who asked for a studio of their own and did not answer that letter join all the same' do
    api(:post, '/api/create-account', { email: 'ida@example.test' })
    join
    expect(session[:studio][:name]).to eq('Anna’s room')
  end

  it 'are let go at once; without a studio they can still end their account' do
    join
    ida = rack_mock_session.cookie_jar
    clear_cookies
    rack_mock_session.cookie_jar = Rack::Test::CookieJar.new
    log_in_as('anna@example.test')
    api(:delete, "/api/people/#{people[:people].first[:id]}")
    expect(people[:people]).to eq([])
    rack_mock_session.cookie_jar = ida
    log_in_as('ida@example.test', 'three quiet words')
    expect([api(:get, '/api/session') && status, error[:code], api(:get, '/api/pupils') && status, api(:get, '/api/account') && status]).to eq([403, 'nowhere', 403, 200])
    api(:post, '/api/close-account', { password: 'three quiet words' })
    expect(letter('ida@example.test')).to include(kind: 'closed', subject: 'Fawnmoss is closed')
    FawnmossServer.db[:accounts].where(status_id: 3).update(erase_at: Time.now.utc - 1)
    FawnmossServer::Endings.call
    expect(FawnmossServer.db[:accounts].where(email: 'ida@example.test').count).to eq(0)
  end

  it 'may end their account while they work in a studio, which is not theirs to close: the letter says so, and the studio goes on' do
    join
    api(:post, '/api/close-account', { password: 'three quiet words' })
    expect(letter('ida@example.test')).to include(kind: 'closed', subject: 'Fawnmoss is closed', body: include('Your account is ended'))
    expect(letter('ida@example.test')[:body]).not_to include('Anna’s room')
    expect([log_in_as('anna@example.test'), session[:studio][:name]]).to eq([200, 'Anna’s room'])
  end

  it 'are out while the studio is closed, and gone with it' do
    join
    elsewhere do
      log_in_as('anna@example.test')
      api(:post, '/api/close-account', { password: StudioSteps::PASSWORD })
    end
    expect([api(:get, '/api/session') && status, error[:code]]).to eq([403, 'nowhere'])
    FawnmossServer.db[:accounts].where(status_id: 3).update(erase_at: Time.now.utc - 1)
    FawnmossServer::Endings.call
    expect(FawnmossServer.db[:members].count).to eq(0)
  end

  it 'are asked by addresses that make sense, once each, up to twenty, for a week' do
    ['', 'x', 'a b@c.de', 'anna@example.test', "x@y\n.de"].each { |email| invite(email) && expect([email, status]).to(eq([email, 422])) }
    2.times { invite }
    expect(people[:invitations].size).to eq(1)
    first, second = FawnmossServer.db[:mails].where(kind: 'invitation').order(:id).all.map { key_of(_1) }
    expect([first, second].map { |key| api(:post, '/api/invitation', { key: }) && status }).to eq([404, 200])
    FawnmossServer.db[:invitations].update(expires_at: Time.now.utc - 1)
    expect([api(:post, '/api/invitation', { key: second }) && status, people[:invitations]]).to eq([404, []])
    20.times { |n| invite("n#{n}@example.test") }
    expect([invite('one.more@example.test') && status, people[:invitations].size]).to eq([422, 20])
    key = key_of(letter('n3@example.test'))
    api(:delete, "/api/invitations/#{people[:invitations].find { _1[:email] == 'n3@example.test' }[:id]}")
    expect([people[:invitations].size, api(:post, '/api/invitation', { key: }) && status]).to eq([19, 404])
    ['', 'x', 'a' * 65].each { |wrong| api(:post, '/api/invitation', { key: wrong }) && expect(status).to(eq(404)) }
  end
end
