# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'accounts' do
  it 'opens a studio, logs out and in again' do
    log_in
    expect(api(:get, '/api/session')).to eq(studio: { id: api(:get, '/api/session')[:studio][:id], name: 'Anna’s room' })
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

  it 'locks after five wrong passwords, also for the right one, and opens again by itself' do
    log_in
    api(:post, '/api/logout', {})
    5.times { api(:post, '/api/login', { email: 'anna@example.test', password: 'guess' }) }
    api(:post, '/api/login', { email: 'anna@example.test', password: StudioSteps::PASSWORD })
    expect([status, last_response.body]).to match([403, /15 minutes/])
    deadline = FawnmossServer.db[:account_lockouts].get(:deadline)
    expect(deadline - Time.now.utc).to be_between(13 * 60, 16 * 60)
    FawnmossServer.db[:account_lockouts].update(deadline: Time.now.utc - 1)
    api(:post, '/api/login', { email: 'anna@example.test', password: StudioSteps::PASSWORD })
    expect(status).to eq(200)
  end

  it 'answers a wrong address and a wrong password alike' do
    log_in
    api(:post, '/api/logout', {})
    answers = [['anna@example.test', 'guess'], ['nobody@example.test', 'guess']].map { |email, password| api(:post, '/api/login', { email:, password: })[:error] }
    expect(answers.uniq).to eq(['Email and password do not match.'])
  end

  it 'refuses a second account on one address, a short password and no address' do
    log_in
    [['anna@example.test', 'a long enough word'], ['b@example.test', 'short'], ['', 'a long enough word']].each do |email, password|
      clear_cookies
      api(:post, '/api/create-account', { email:, password: })
      expect(status).to eq(422)
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
