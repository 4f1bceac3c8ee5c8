# frozen_string_literal: true

require_relative 'spec_helper'
require_relative '../../siege/attack'
require_relative '../../siege/inputs'

# Short versions of what bin/siege does over HTTP.
RSpec.describe 'attacks' do
  def sender
    lambda do |method, path, body, headers|
      # By hand: what rack-test cannot put into an address is sent too.
      where, query = path.split('?', 2)
      env = Rack::MockRequest.env_for('/', method: method.upcase, input: body.to_s)
      env.update('PATH_INFO' => where, 'QUERY_STRING' => query.to_s, 'CONTENT_TYPE' => headers['content-type'] || 'application/json', 'HTTP_HOST' => '127.0.0.1',
                 'HTTP_COOKIE' => rack_mock_session.cookie_jar.for(URI('http://example.org/api/')), 'REMOTE_ADDR' => '127.0.0.1')
      env['HTTP_ORIGIN'] = headers['origin'] if headers['origin']
      app.call(env).first
    end
  end

  it 'lets nobody in without a log-in, from another site or as a form' do
    attack = Attack.new(&sender)
    expect(attack.strangers).to eq([])
    log_in
    expect(attack.other_sites).to eq([])
  end

  it 'shows nothing of another studio, whatever is asked of its ids' do
    log_in
    ids = full_studio
    expect(ids.values).to all(be_an(Integer))
    log_in('b@example.test')
    expect(Attack.new(&sender).foreign(ids)).to eq([])
  end

  it 'answers whatever is sent with a word about it' do
    log_in
    expect(sender.call('get', '/api/session', nil, {})).to eq(200) # else all that follows proves nothing
    broken = Inputs.new(seed: 5, &sender).run(150, ids: full_studio)
    expect(broken).to eq([])
  end
end
