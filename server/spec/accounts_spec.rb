# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'accounts' do
  it 'opens a studio, logs out and in again' do
    log_in
    expect(api(:get, '/api/session')).to include(studio: { id: api(:get, '/api/session')[:studio][:id], name: 'Anna’s room' })
    api(:post, '/api/logout', {})
    api(:get, '/api/session')
    expect([status, error[:code]]).to eq([401, 'login'])
    api(:post, '/api/login', { email: 'anna@example.test', password: StudioSteps::PASSWORD })
    expect(status).to eq(200)
  end

  it 'changes the password, asking for the present one' do
    log_in
    api(:post, '/api/change-password', { password: 'wrong', new_password: 'another long word' })
    expect(status).to eq(401)
    api(:post, '/api/change-password', { password: StudioSteps::PASSWORD, new_password: 'short' })
    expect(status).to eq(422)
    api(:post, '/api/change-password', { password: StudioSteps::PASSWORD, new_password: 'another long word' })
    expect(status).to eq(200)
  end

  # What another browser, or the same one from elsewhere, sends.
  def elsewhere(source = '10.1.2.3', &block)
    @source = source
    super(&block)
  ensure
    @source = nil
  end

  def guess(password = 'guess', email: 'anna@example.test')
    api(:post, '/api/login', { email:, password: }, { 'REMOTE_ADDR' => @source || '127.0.0.1' })
    status
  end

  it 'stops guesses after five wrong passwords from one source, the right one too, for a quarter of an hour' do
    log_in
    elsewhere do
      expect(Array.new(5) { guess }).to eq([401] * 5)
      expect(guess(StudioSteps::PASSWORD)).to eq(429)
      expect(last_response['retry-after']).to eq('900')
      expect(error[:remedy]).to include('15 minutes')
      FawnmossServer.db[:attempts].update(expires_at: Time.now.utc - 1)
      expect(guess(StudioSteps::PASSWORD)).to eq(200)
    end
  end

  it 'does not let a stranger keep the owner out: neither the known browser nor another source is stopped' do
    log_in
    api(:post, '/api/logout', {})
    elsewhere('127.0.0.1') { 7.times { guess } && expect(guess(StudioSteps::PASSWORD)).to(eq(429)) }
    expect(guess(StudioSteps::PASSWORD)).to eq(200)
    elsewhere('10.9.9.9') { expect(guess(StudioSteps::PASSWORD)).to eq(200) }
  end

  it 'counts the wrong ones of a known browser too, and takes no mark made for another account or by hand' do
    log_in
    10.times { guess }
    expect(guess(StudioSteps::PASSWORD)).to eq(429)
    log_in('b@example.test')
    elsewhere do
      rack_mock_session.cookie_jar['fawnmoss.known'] = "#{'a' * 22}.#{'a' * 65}"
      5.times { guess }
      expect(guess(StudioSteps::PASSWORD)).to eq(429)
    end
  end

  it 'stops guesses at the present password, and whoever tries many addresses' do
    log_in
    5.times { api(:post, '/api/change-password', { password: 'guess', new_password: 'another long word' }) }
    api(:post, '/api/change-password', { password: StudioSteps::PASSWORD, new_password: 'another long word' })
    expect(status).to eq(429)
    elsewhere('10.7.7.7') do
      found = Array.new(41) { |n| guess(email: "n#{n}@example.test") }
      expect(found).to eq(([401] * 40) + [429])
    end
  end

  it 'keeps no address of anybody among the attempts' do
    elsewhere { guess(email: 'carla@example.test') }
    expect(FawnmossServer.db[:attempts].select_map(:name)).to all(match(/\A\h{64}\z/))
  end

  it 'limits what costs much by studio and what strangers ask by source, and says when to try again' do
    usual = FawnmossServer.settings
    FawnmossServer.db[:attempts].delete # of specs with rows of their own
    few = usual.dup.tap { _1.limits = _1.limits.merge(imports: 2, links: 2, sign_ups: 3) }
    allow(FawnmossServer).to receive(:settings).and_return(few)
    @app = FawnmossServer.app
    log_in
    found = Array.new(3) { |n| api(:post, '/api/tunes', { text: "X:#{n}" }) && status }
    expect([found, last_response['retry-after'], error[:code]]).to eq([[422, 422, 429], '600', 'often'])
    log_in('b@example.test')
    expect(api(:post, '/api/tunes', { text: 'X:1' }) && status).to eq(422) # another studio is not stopped
    expect(Array.new(3) { get("/api/link/#{'a' * 65}", {}, 'HTTP_HOST' => '127.0.0.1') && status }).to eq([404, 404, 429])
    expect(Array.new(4) { sign_up('c') && status }).to eq([422, 422, 422, 429])
  ensure
    allow(FawnmossServer).to receive(:settings).and_return(usual)
    FawnmossServer::Boot::Limits.set_up
  end

  it 'refuses settings that name no limit' do
    expect { FawnmossServer::Boot::Settings.from(ENV.to_h.merge('FAWNMOSS_LIMITS' => 'tea=3')) }.to raise_error(ArgumentError, /tea; it may name/)
    expect(FawnmossServer::Boot::Settings.from(ENV.to_h.merge('FAWNMOSS_LIMITS' => 'pdfs=3')).limits[:pdfs]).to eq(3)
  end

  it 'ends a copied cookie with the log-out, with a log-out everywhere and with a changed password' do
    enders = [[:post, '/api/logout', {}], [:post, '/api/change-password', { password: StudioSteps::PASSWORD, new_password: 'another long word' }]]
    enders.each_with_index do |ender, n|
      log_in("copy#{n}@example.test")
      copied = rack_mock_session.cookie_jar['fawnmoss']
      api(:post, '/api/login', { email: "copy#{n}@example.test", password: StudioSteps::PASSWORD }) if n.positive? # a session of its own
      api(*ender)
      expect(status).to eq(200)
      rack_mock_session.cookie_jar['fawnmoss'] = copied
      api(:get, '/api/session')
      expect([n, status]).to eq([n, 401])
    end
    log_in('everywhere@example.test')
    copied = rack_mock_session.cookie_jar['fawnmoss']
    clear_cookies
    api(:post, '/api/login', { email: 'everywhere@example.test', password: StudioSteps::PASSWORD })
    api(:post, '/api/logout', { global_logout: true })
    rack_mock_session.cookie_jar['fawnmoss'] = copied
    api(:get, '/api/session')
    expect(status).to eq(401)
  end

  it 'ends a session by itself, and notes its use only now and then' do
    log_in
    sessions = FawnmossServer.db[:account_active_session_keys]
    used = Time.now.utc.round - 200
    sessions.update(last_use: used)
    api(:get, '/api/session')
    expect([status, sessions.get(:last_use)]).to eq([200, used])
    sessions.update(last_use: Time.now.utc - 400)
    api(:get, '/api/session')
    expect(sessions.get(:last_use)).to be > Time.now.utc - 60
    [{ last_use: Time.now.utc - (15 * 86_400) }, { last_use: Time.now.utc, created_at: Time.now.utc - (61 * 86_400) }].each do |times|
      sessions.update(times)
      api(:get, '/api/session')
      expect(status).to eq(401)
      api(:post, '/api/login', { email: 'anna@example.test', password: StudioSteps::PASSWORD })
    end
  end

  it 'answers a wrong address and a wrong password alike, word for word, after as long' do
    log_in
    answers = [['anna@example.test', 'guess'], ['nobody@example.test', 'guess']].map do |email, password|
      elsewhere { guess(password, email:) }
      [status, last_response.body]
    end
    expect(answers.uniq).to match([[401, /Email and password do not match/]])
    allow(FawnmossServer::Accounts).to receive(:nobodys_hash).and_return(BCrypt::Password.create('x', cost: 4).to_s)
    allow(BCrypt::Engine).to receive(:hash_secret).and_call_original
    elsewhere { guess(email: 'nobody@example.test') }
    expect(BCrypt::Engine).to have_received(:hash_secret).at_least(:once)
  end

  def key(email) = key_of(letter(email))
  def sign_up(email) = api(:post, '/api/create-account', { email: })
  def open_with(key, **more) = api(:post, '/api/open-studio', { key:, studio: 'Elm Street', password: 'three quiet words', **more })

  it 'opens a studio through a letter to its address, once, named and with a password by who reads it' do
    sign_up('new@example.test')
    expect([status, last_response['set-cookie'].to_s[/fawnmoss=/]]).to eq([200, nil])
    link = key('new@example.test')
    open_with(link, password: 'short')
    expect([status, JSON.parse(last_response.body)['field-error'].first]).to eq([422, 'password'])
    open_with(link, studio: "a\u0007b")
    expect([status, error[:where][:field]]).to eq([422, 'studio'])
    open_with(link)
    expect([status, api(:get, '/api/session')[:studio][:name]]).to eq([200, 'Elm Street'])
    open_with(link, password: 'three other words')
    expect([status, JSON.parse(last_response.body)['error']]).to match([401, /does not work any more/])
    api(:post, '/api/logout', {})
    expect(guess('three quiet words', email: 'new@example.test')).to eq(200)
    expect(letter('new@example.test')[:kind]).to eq('opening') # it is the browser that opened it
  end

  it 'answers a sign-up for an address that is taken, or asked for before, as for a new one, and changes nothing about it' do
    log_in
    clear_cookies
    started = nil
    answers = %w[anna@example.test new@example.test new@example.test anna@example.test].map do |email|
      started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      sign_up(email)
      [status, last_response.body, Process.clock_gettime(Process::CLOCK_MONOTONIC) - started >= FawnmossServer::Accounts::Ways::ALIKE]
    end
    expect(answers.uniq).to match([[200, /on its way/, true]])
    expect(FawnmossServer.db[:mails].select_order_map(%i[address kind])).to eq([%w[anna@example.test taken], %w[new@example.test opening]])
    expect(letter('anna@example.test')[:body]).to include('It has one: Anna’s room')
    expect(guess(StudioSteps::PASSWORD)).to eq(200)
    expect(api(:get, '/api/session')[:studio][:name]).to eq('Anna’s room')
    clear_cookies
    FawnmossServer.db[:account_verification_keys].update(email_last_sent: Time.now.utc - 400)
    first = key('new@example.test')
    sign_up('new@example.test')
    expect([FawnmossServer.db[:mails].where(kind: 'opening').count, key('new@example.test')]).to eq([2, first]) # the letter before works too
  end

  it 'tells nobody of an address whose letter is not answered: not by words, not by time, and guesses are counted' do
    sign_up('new@example.test')
    allow(BCrypt::Engine).to receive(:hash_secret).and_call_original
    FawnmossServer::Accounts.nobodys_hash
    answers = %w[nobody@example.test new@example.test].map { |email| [guess(email:), last_response.body] }
    expect([answers.uniq.size, answers[0][0]]).to eq([1, 401])
    expect(BCrypt::Engine).to have_received(:hash_secret).at_least(:twice)
    4.times { guess(email: 'new@example.test') }
    expect(guess(email: 'new@example.test')).to eq(429)
    ['', 'x', '1_x', "#{key('new@example.test').to_i + 1}_#{key('new@example.test').split('_', 2).last}"].each { |wrong| open_with(wrong) && expect(status).to(eq(401)) }
    expect(FawnmossServer.db[:studios].count).to eq(0)
  end

  it 'refuses no address, and one that is none' do
    ['', 'x', 'a b@example.test', "#{'x' * 300}@example.test"].each do |email|
      sign_up(email)
      expect([email[0, 9], status]).to eq([email[0, 9], 422])
    end
    expect(FawnmossServer.db[:accounts].where(status_id: 1).count).to eq(0)
  end

  it 'takes whatever a body may be without breaking' do
    ['null', '[]', '1', '"x"', 'true', '{"email": null, "password": null}', '{"email": [], "password": {}}', '{"email": 1, "password": 2}', '{', "\xFF", '{"email": "\\ud800", "password": "x"}'].each do |body|
      %w[login create-account open-studio change-password logout].each do |path|
        api(:post, "/api/#{path}", body)
        expect([path, body, status]).to match([path, body, be_between(200, 499)])
      end
    end
  end

  it 'keeps the session in a signed, HttpOnly, same-site cookie' do
    log_in
    cookie = last_response['set-cookie'].to_s
    expect(cookie).to match(/httponly/i).and match(/samesite=lax/i)
    rack_mock_session.cookie_jar['fawnmoss'] = 'forged'
    api(:get, '/api/session')
    expect(status).to eq(401)
  end

  it 'renews the session in answers of the interface alone, so that no late file brings an ended session back' do
    log_in
    with_cookie = %w[/api/session /healthz /favicon.ico /pupils].select { |path| get(path, {}, 'HTTP_HOST' => '127.0.0.1') && last_response['set-cookie'] }
    expect(with_cookie).to eq(['/api/session'])
  end

  it 'refuses other sites, forms, null origins and foreign host names' do
    log_in
    api(:post, '/api/pupils', { name: 'X', instrument: 'violin' }, 'HTTP_ORIGIN' => 'https://elsewhere.example')
    expect(status).to eq(403)
    post '/api/login', '{}', 'CONTENT_TYPE' => 'application/json', 'HTTP_HOST' => '127.0.0.1', 'HTTP_ORIGIN' => 'null'
    expect([status, error[:message]]).to match([403, /another site/])
    post '/api/pupils', { name: 'X' }, 'HTTP_HOST' => '127.0.0.1'
    expect(status).to eq(415)
    get '/api/session', {}, 'HTTP_HOST' => 'rebound.example'
    expect([status, last_response.body]).to match([403, /Host not permitted/])
  end

  it 'sends a strict policy and security headers with every answer' do
    get '/healthz', {}, 'HTTP_HOST' => '127.0.0.1'
    expect(last_response.headers).to include('content-security-policy' => /default-src 'self'/, 'x-content-type-options' => 'nosniff',
                                             'x-frame-options' => 'DENY', 'referrer-policy' => 'no-referrer', 'x-request-id' => /\A\h{12}\z/)
    expect(last_response.headers['content-security-policy']).not_to match(/http:|https:|\*|'unsafe-eval'/)
  end
end
