# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'another address' do
  before { log_in }

  def change_to(email, password = StudioSteps::PASSWORD) = api(:post, '/api/change-address', { email:, password: })
  def agree(letter) = api(:post, '/api/new-address', { key: key_of(letter) })
  def under_way = api(:get, '/api/account')[:change]
  def log_in_with(email) = api(:post, '/api/login', { email:, password: StudioSteps::PASSWORD }) && status

  it 'holds once both letters are answered, in either order, and not before' do
    [%w[anna@example.test two@example.test], %w[three@example.test two@example.test]].each do |first, second|
      now = api(:get, '/api/account')[:email]
      wanted = ([first, second] - [now]).first
      change_to(wanted)
      expect([status, under_way]).to match([200, include(email: wanted, old: false, new: false)])
      expect([letter(now)[:kind], letter(wanted)[:kind]]).to eq(%w[old_address new_address])
      agree(letter(first))
      expect(JSON.parse(last_response.body)['success']).to match(first == now ? /to the new address/ : /to the address before/)
      expect([api(:get, '/api/account')[:email], under_way.slice(:old, :new).values.count(true)]).to eq([now, 1])
      agree(letter(first)) # again changes nothing
      expect(api(:get, '/api/account')[:email]).to eq(now)
      agree(letter(second))
      expect([status, api(:get, '/api/account').slice(:email, :change)]).to eq([200, { email: wanted, change: nil }])
      [first, second].each { agree(letter(_1)) && expect(status).to(eq(401)) }
      expect([elsewhere { log_in_with(now) }, elsewhere { log_in_with(wanted) }]).to eq([401, 200])
    end
  end

  it 'logs out every other browser' do
    elsewhere { log_in_with('anna@example.test') }
    expect(api(:get, '/api/account')[:log_ins].size).to eq(2)
    change_to('two@example.test')
    %w[anna@example.test two@example.test].each { agree(letter(_1)) }
    expect(api(:get, '/api/account')[:log_ins].size).to eq(1)
  end

  it 'needs the password, an address that may be one, and another than before' do
    change_to('two@example.test', 'guess')
    expect([status, under_way]).to eq([401, nil])
    ['', 'x', 'anna@example.test', 'ANNA@example.test'].each { |email| change_to(email) && expect([email, status]).to(eq([email, 422])) }
    4.times { change_to('two@example.test', 'guess') }
    change_to('two@example.test')
    expect([status, under_way]).to eq([429, nil])
  end

  it 'does not tell that somebody has it, at once or in the end, and changes nothing then' do
    elsewhere { log_in('berta@example.test', studio: 'Elsewhere') }
    answers = %w[berta@example.test two@example.test].map { |email| change_to(email) && [status, last_response.body] }
    expect([answers.uniq.size, letter('berta@example.test')[:kind], under_way[:email]]).to eq([1, 'taken', 'two@example.test'])
    elsewhere { log_in('two@example.test', studio: 'Third') }
    agree(letter('anna@example.test'))
    agree(FawnmossServer.db[:mails].first(kind: 'new_address'))
    expect([status, JSON.parse(last_response.body)['error']]).to match([be_between(401, 422), /by now/])
    expect(api(:get, '/api/account').slice(:email, :change)).to eq(email: 'anna@example.test', change: nil)
  end

  it 'is forgotten when that is wished, after three days, with another password, and with a letter of another wish' do
    change_to('two@example.test')
    first = letter('two@example.test')
    api(:delete, '/api/account/change')
    expect([under_way, agree(first) && status]).to eq([nil, 401])
    change_to('two@example.test')
    change_to('three@example.test')
    expect([agree(letter('two@example.test')) && status, under_way[:email]]).to eq([401, 'three@example.test'])
    FawnmossServer.db[:account_login_change_keys].update(deadline: Time.now.utc - 1)
    expect([under_way, agree(letter('three@example.test')) && status]).to eq([nil, 401])
    change_to('four@example.test')
    api(:post, '/api/change-password', { password: StudioSteps::PASSWORD, new_password: 'another long word' })
    expect([under_way, agree(letter('four@example.test')) && status]).to eq([nil, 401])
    ['', 'x', '1_x'].each { |key| api(:post, '/api/new-address', { key: }) && expect(status).to(eq(401)) }
  end
end
