# frozen_string_literal: true

require_relative 'spec_helper'
require 'rotp'
require 'webauthn/fake_client'

RSpec.describe 'a second step at log-in' do
  before { log_in }

  let(:client) { WebAuthn::FakeClient.new('http://127.0.0.1') }

  def second(place, body = {}) = api(:post, "/api/second/#{place}", body)
  def password = StudioSteps::PASSWORD
  def second_set_up = api(:get, '/api/account')[:second]
  def log_in_again(**headers) = api(:post, '/api/login', { email: 'anna@example.test', password: }, headers)
  def session = api(:get, '/api/session') && [status, status == 401 ? error[:code] : nil]

  # What the telephone shows.
  def code_of(offer, at = Time.now) = ROTP::TOTP.new(offer[:secret]).at(at)

  # A code is taken once in half a minute; this makes it a while ago.
  def later = FawnmossServer.db[:account_otp_keys].update(last_use: Time.now.utc - 120)

  def set_up_code
    offer = second('offer', kind: 'code')
    @codes = second('code/set-up', password:, otp_secret: offer[:secret], otp_raw_secret: offer[:raw], code: code_of(offer))[:codes]
    expect(status).to eq(200)
    later
    offer
  end

  def set_up_passkey
    offer = second('offer', kind: 'passkey')
    made = client.create(challenge: offer[:challenge])
    second('passkey/set-up', password:, webauthn_setup: made, webauthn_setup_challenge: offer[:challenge], webauthn_setup_challenge_hmac: offer[:mac])
  end

  # Anna's passkey answers the question of a log-in.
  def answer_with_passkey
    question = api(:get, '/api/second')[:passkey]
    second('passkey', webauthn_auth: client.get(challenge: question[:challenge]), webauthn_auth_challenge: question[:challenge], webauthn_auth_challenge_hmac: question[:mac])
  end

  it 'is a code that a telephone shows: without it nothing is seen or changed, with it all is' do
    offer = set_up_code
    expect(offer[:uri]).to match(%r{\Aotpauth://totp/Fawnmoss:anna%40example.test\?secret=#{offer[:secret]}&issuer=Fawnmoss})
    expect(second_set_up).to eq(code: true, passkeys: [], paper: 8)
    expect(letter[:kind]).to eq('second_changed')
    expect(session).to eq([200, nil]) # whoever set it up stays logged in
    log_in_again
    expect([status, session, api(:get, '/api/second')]).to eq([200, [401, 'second'], { code: true, paper: true, passkey: nil }])
    api(:post, '/api/change-password', { password:, new_password: 'another long word' })
    expect(status).to eq(401)
    ['', '000000', code_of(offer, Time.now - 300)].each { |wrong| second('code', code: wrong) && expect(status).to(eq(401)) }
    expect(session).to eq([401, 'second'])
    second('code', code: code_of(offer))
    expect([status, session]).to eq([200, [200, nil]])
    log_in_again
    second('code', code: code_of(offer))
    expect([status, JSON.parse(last_response.body)['field-error'].last]).to match([401, /a moment ago/])
  end

  it 'is set up with the password and a code that fits, and ended with the password; other browsers are logged out' do
    elsewhere { log_in_again }
    offer = second('offer', kind: 'code')
    [{ password: 'guess' }, { code: '123456' }, { otp_raw_secret: offer[:raw].tr('a-m', 'n-z') }].each do |wrong|
      second('code/set-up', { password:, otp_secret: offer[:secret], otp_raw_secret: offer[:raw], code: code_of(offer), **wrong })
      expect([wrong, status]).to match([wrong, be_between(401, 422)])
    end
    expect([second_set_up[:code], api(:get, '/api/account')[:log_ins].size]).to eq([false, 2])
    set_up_code
    expect(api(:get, '/api/account')[:log_ins].size).to eq(1)
    second('code/off', password: 'guess')
    expect([status, second_set_up[:code]]).to eq([401, true])
    second('code/off', password:)
    expect([status, second_set_up]).to eq([200, { code: false, passkeys: [], paper: 0 }])
    log_in_again
    expect(session).to eq([200, nil])
  end

  it 'is one of the codes on paper, each once, however it is typed, when the telephone is lost' do
    set_up_code
    expect(@codes).to match([match(/\A[a-z2-9]{5}-[a-z2-9]{5}\z/)] * 8)
    @codes.first(2).zip([->(code) { code.upcase.tr('-', ' ') }, ->(code) { " #{code.delete('-')}" }]).each do |code, typed|
      log_in_again
      second('paper', code: typed.call(code))
      expect([status, session]).to eq([200, [200, nil]])
    end
    log_in_again
    second('paper', code: @codes.first)
    expect([status, session]).to eq([401, [401, 'second']])
    second('paper', code: @codes[2])
    expect(second_set_up[:paper]).to eq(5)
    expect(second('paper/codes', password:)[:codes]).to match_array(@codes.drop(3))
    expect(second('paper/codes', password:, add: true)[:codes].size).to eq(8)
  end

  it 'is a passkey, and each of several' do
    set_up_passkey
    expect([status, second_set_up]).to match([200, { code: false, passkeys: [include(id: /\A[\w-]{20,}\z/)], paper: 8 }])
    log_in_again
    expect(session).to eq([401, 'second'])
    answer_with_passkey
    expect([status, session]).to eq([200, [200, nil]])
    log_in_again
    question = api(:get, '/api/second')[:passkey]
    stranger = WebAuthn::FakeClient.new('http://127.0.0.1').tap { _1.create(challenge: question[:challenge]) }
    elsewhere_made = WebAuthn::FakeClient.new('http://elsewhere.example')
    elsewhere_made.create
    [stranger, elsewhere_made].each do |wrong|
      second('passkey', webauthn_auth: wrong.get(challenge: question[:challenge]), webauthn_auth_challenge: question[:challenge], webauthn_auth_challenge_hmac: question[:mac])
      expect([status, session]).to match([be_between(401, 422), [401, 'second']])
    end
    answer_with_passkey
    second('passkey/off', password: 'guess', webauthn_remove: second_set_up[:passkeys].first[:id])
    expect([status, second_set_up[:passkeys].size]).to eq([401, 1])
    second('passkey/off', password:, webauthn_remove: second_set_up[:passkeys].first[:id])
    expect([status, second_set_up]).to eq([200, { code: false, passkeys: [], paper: 0 }])
  end

  it 'counts guesses by where they come from, so that neither a code is guessed nor the owner kept out' do
    offer = set_up_code
    elsewhere do
      log_in_again('REMOTE_ADDR' => '10.1.2.3')
      rack_mock_session.cookie_jar.delete('fawnmoss.known')
      found = Array.new(6) { api(:post, '/api/second/code', { code: '000000' }, { 'REMOTE_ADDR' => '10.1.2.3' }) && status }
      expect(found).to eq(([401] * 5) + [429])
      api(:post, '/api/second/paper', { code: @codes.first }, { 'REMOTE_ADDR' => '10.1.2.3' })
      expect(status).to eq(429)
    end
    log_in_again
    second('code', code: code_of(offer))
    expect(session).to eq([200, nil])
  end

  it 'is asked for after a forgotten password, and before a closed studio opens again' do
    offer = set_up_code
    api(:post, '/api/close-account', { password: })
    log_in_again
    expect([session, FawnmossServer.db[:accounts].get(:status_id)]).to eq([[401, 'second'], 3])
    second('code', code: code_of(offer))
    expect([session, FawnmossServer.db[:accounts].get(:status_id)]).to eq([[200, nil], 2])
    api(:post, '/api/forgotten', { email: 'anna@example.test' })
    api(:post, '/api/new-password', { key: key_of(letter), password: 'three new words' })
    api(:post, '/api/login', { email: 'anna@example.test', password: 'three new words' })
    expect([status, session]).to eq([200, [401, 'second']])
  end

  it 'lets nobody ask about it who is not half logged in, nor set it up who is' do
    set_up_code
    clear_cookies
    expect(api(:get, '/api/second') && status).to eq(401)
    log_in_again
    %w[code passkey].each { |kind| second('offer', kind:) && expect(status).to(eq(401)) }
    second('code/off', password:)
    expect(status).to eq(401)
  end
end
