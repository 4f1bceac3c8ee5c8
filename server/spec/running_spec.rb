# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'the server' do
  it 'loads whole, path by path' do
    expect { FawnmossServer::LOADER.eager_load(force: true) }.not_to raise_error
  end

  it 'says it is well, and says so when the database is away' do
    expect(api(:get, '/healthz')).to eq(ok: true)
    allow(FawnmossServer.db).to receive(:get).and_raise(Sequel::DatabaseConnectionError, "Can't connect to server")
    api(:get, '/healthz')
    expect([status, error[:code], error[:remedy]]).to match([503, 'database', /kept on this page/])
  end

  describe 'is watched' do
    def figures(headers = {}) = get('/metrics', {}, { 'HTTP_HOST' => '127.0.0.1', **headers }).body
    def figure(text, name) = text[/^fawnmoss_#{Regexp.escape(name)} (\S+)/, 1].to_f

    it 'counts requests by place, never by person, and heavy work by lane' do
      log_in
      pupil = add_pupil
      before = figures
      3.times { api(:get, "/api/pupils/#{pupil[:id]}") }
      api(:get, '/api/pupils/999999999')
      api(:get, "/api/tunes/#{add_tune[:id]}/keys?instrument=violin")
      get "/#{'x' * 50}", {}, 'HTTP_HOST' => '127.0.0.1'
      now = figures
      ['requests_total{method="get",place="/api/pupils/:id",status="200"}', 'requests_total{method="get",place="/api/pupils/:id",status="404"}'].zip([3, 1]) do |name, more|
        name = name.sub('get', 'GET')
        expect(figure(now, name) - figure(before, name)).to eq(more)
      end
      expect(figure(now, 'request_seconds_count{place="/api/pupils/:id"}') - figure(before, 'request_seconds_count{place="/api/pupils/:id"}')).to eq(4)
      expect(figure(now, 'apart_seconds_count{lane="tries"}')).to be >= 1
      expect(figure(now, 'apart_waiting{lane="tries"}')).to eq(0)
      expect(now).not_to match(%r{/#{pupil[:id]}|xxxx|Wren})
    end

    it 'counts strangers’ addresses and methods as one, so that they cannot make the list grow, and no figure costs a request' do
      api(:get, '/healthz')
      lines = -> { figures.lines.grep(/requests_total\{/).size }
      get '/api/made-up-0', {}, 'HTTP_HOST' => '127.0.0.1'
      before = lines.call
      5.times { get "/api/made-up-#{_1}", {}, 'HTTP_HOST' => '127.0.0.1' }
      expect(lines.call).to eq(before)
      3.times { custom_request("ODD#{_1}", '/api/made-up', {}, 'HTTP_HOST' => '127.0.0.1') }
      expect([lines.call - before, figures.scan('ODD')]).to match([be <= 1, []])
      allow(FawnmossServer.db).to receive(:pool).and_raise(Errno::ENOSPC)
      expect(api(:get, '/healthz')).to eq(ok: true)
    end

    it 'shows them to nobody who comes through a balancer or from elsewhere' do
      expect(figures('HTTP_X_FORWARDED_FOR' => '10.1.2.3')).not_to include('fawnmoss_requests')
      expect(last_response.status).to eq(404)
      figures('REMOTE_ADDR' => '10.1.2.3')
      expect(last_response.status).to eq(404)
    end

    it 'is ready while the database answers, has the right tables and there is room; what is the matter is said' do
      expect(api(:get, '/readyz')).to eq(ready: true, database: 'ok', tables: 'ok', disk: 'ok')
      allow(FawnmossServer::Boot::Migrating).to receive(:newest).and_return(999)
      expect([api(:get, '/readyz'), status]).to match([include(ready: false, tables: %r{not 999: bin/start}), 503])
      allow(FawnmossServer::Boot::Migrating).to receive(:newest).and_return(1) # the tables are of a newer version already
      expect(api(:get, '/readyz')[:tables]).to eq('ok')
      allow(FawnmossServer.db).to receive(:get).and_raise(Sequel::DatabaseConnectionError, "Can't connect")
      expect([api(:get, '/readyz'), status]).to match([include(database: 'cannot be reached'), 503])
      stub_const('FawnmossServer::Boot::Ready::ROOM', 10**18)
      expect(api(:get, '/readyz')[:disk]).to match(/has only \d+ MB left/)
    end
  end

  it 'answers 503 from the account layer as well' do
    allow(FawnmossServer.db).to receive(:[]).and_raise(Sequel::DatabaseDisconnectError, 'MySQL server has gone away')
    api(:post, '/api/login', { email: 'a@b.example', password: 'whatever it is' })
    expect(status).to eq(503)
  end

  it 'hides a mistake of ours behind its request id, and logs it' do
    log = StringIO.new
    allow(FawnmossServer.db).to receive(:get).and_raise(NoMethodError, 'secret detail')
    stub_const('ENV', ENV.to_h.except('FAWNMOSS_QUIET'))
    logged = FawnmossServer::Boot::RequestLog.new(FawnmossServer.app, log)
    _, headers, body = logged.call(Rack::MockRequest.env_for('/healthz', 'HTTP_HOST' => '127.0.0.1'))
    answer = JSON.parse(body.to_enum.to_a.join)
    expect(answer['error']['message']).to eq('Something went wrong on our side.')
    expect(JSON.generate(answer)).not_to include('secret detail')
    expect(headers).to have_key('x-request-id')
    expect(JSON.parse(log.string)).to include('path' => '/healthz', 'status' => 500, 'error' => /secret detail/)
  end

  it 'keeps link tokens out of the log' do
    log = StringIO.new
    stub_const('ENV', ENV.to_h.except('FAWNMOSS_QUIET'))
    FawnmossServer::Boot::RequestLog.new(->(_) { [200, {}, []] }, log).call(Rack::MockRequest.env_for('/api/link/abcdef'))
    expect(log.string).to include('/api/link/...').and not_include_token
  end

  def not_include_token = satisfy { !_1.include?('abcdef') }

  it 'answers unknown API paths with 404 and never with the page' do
    get '/api/nothing', {}, 'HTTP_HOST' => '127.0.0.1'
    expect([last_response.status, last_response.content_type]).to eq([404, 'application/json'])
  end

  it 'serves files only from the built front end' do
    ['/../server/app.rb', '/..%2f..%2fGemfile', '/assets/missing.js'].each do |path|
      get path, {}, 'HTTP_HOST' => '127.0.0.1'
      expect(last_response.body).not_to match(/FawnmossServer|rubygems/)
    end
  end

  it 'sends long answers and the built page compressed to those who take it' do
    log_in
    12.times { |index| add_tune("D E F G|A4|#{'D4|' * index}", title: "Tune #{index}") }
    get '/api/tunes?instrument=violin', {}, 'HTTP_HOST' => '127.0.0.1', 'HTTP_ACCEPT_ENCODING' => 'gzip'
    expect(last_response['content-encoding']).to eq('gzip')
    expect(JSON.parse(Zlib.gunzip(last_response.body))['tunes']).not_to be_empty
    get '/api/session', {}, 'HTTP_HOST' => '127.0.0.1', 'HTTP_ACCEPT_ENCODING' => 'gzip'
    expect(last_response['content-encoding']).to be_nil
    Dir.mktmpdir do |folder|
      { 'index.html' => '<p>page</p>', 'x.js' => 'plain', 'x.js.br' => 'small' }.each { |name, text| File.write(File.join(folder, name), text) }
      settings = FawnmossServer.settings.dup.tap { _1.assets = folder }
      allow(FawnmossServer).to receive(:settings).and_return(settings)
      get '/x.js', {}, 'HTTP_HOST' => '127.0.0.1', 'HTTP_ACCEPT_ENCODING' => 'gzip, br'
      expect([last_response.body, last_response['content-encoding'], last_response.content_type]).to match(['small', 'br', /javascript/])
      get '/x.js', {}, 'HTTP_HOST' => '127.0.0.1'
      expect([last_response.body, last_response['content-encoding']]).to eq(['plain', nil])
    end
  end

  it 'migrates an empty database from nothing' do
    db = empty_database
    expect(db.tables).to eq([])
    FawnmossServer::Boot::Database.migrate(db)
    expect(db.tables).to include(:accounts, :studios, :pupils, :tunes, :marks, :charts, :pins, :cards, :card_links, :card_reports)
    owned = %i[pupils tunes marks charts pins cards card_links card_reports]
    owned.each { |table| expect(db.schema(table).to_h[:studio_id][:allow_null]).to be(false) }
    expect(db[:schema_info].get(:version)).to eq(Dir[File.join(FawnmossServer::Boot::Migrating::FOLDER, '*.rb')].size)
    FawnmossServer::Boot::Database.migrate(db) # nothing more to do
  ensure
    db&.run("DROP DATABASE #{empty}")
    db&.disconnect
  end

  # A database of its own, to which bin/setup opens the way; with nothing in it, and dropped by the example.
  def empty = 'fawnmoss_empty'

  def empty_database
    FawnmossServer::Boot::Database.connect(FawnmossServer.settings.database).tap do |db|
      db.run("DROP DATABASE IF EXISTS #{empty}")
      db.run("CREATE DATABASE #{empty}")
      db.disconnect
    end
    FawnmossServer::Boot::Database.connect({ **FawnmossServer.settings.database, database: empty })
  end

  it 'lets the database itself refuse impossible rows' do
    log_in
    studio = FawnmossServer.db[:studios].get(:id)
    bad = [{ studio_id: studio, name: 'A', instrument: 'kazoo' }, { studio_id: studio, name: 'A', instrument: 'violin', minutes_per_day: 0 }, { studio_id: 0, name: 'A', instrument: 'violin' }]
    bad.each { |row| expect { FawnmossServer.db.transaction(savepoint: true) { FawnmossServer.db[:pupils].insert(row) } }.to raise_error(Sequel::ConstraintViolation) }
  end

  it 'describes every route in openapi.yaml, and describes none that is not there' do
    routes = FawnmossServer::App.routes.except('HEAD').flat_map { |method, list| list.map { |pattern, *| [method.downcase, pattern.to_s] } }
    routes = routes.reject { |_, path| path.include?('*') }.map { |method, path| [method, path.gsub(/:(\w+)/, '{\1}')] }
    accounts = FawnmossServer::Accounts::PLACES.map { ['post', "/api/#{_1}"] }
    described = Contract::DOCUMENT['paths'].flat_map { |path, operations| operations.keys.grep(/get|post|put|patch|delete/).map { [_1, path] } }
    expect(described).to match_array(routes + accounts)
  end
end
