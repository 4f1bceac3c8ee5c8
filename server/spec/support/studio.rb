# frozen_string_literal: true

require 'bcrypt'

# A studio with somebody in it, reached as the page reaches it.
module StudioSteps
  PASSWORD = 'a long enough word'
  HASH = BCrypt::Password.create(PASSWORD, cost: BCrypt::Engine::MIN_COST)

  def app = @app ||= FawnmossServer.app

  # Sends JSON; the answer is checked against the contract. Returns the parsed body.
  def api(method, path, body = nil, headers = {})
    headers = { 'CONTENT_TYPE' => 'application/json', 'HTTP_HOST' => '127.0.0.1' }.merge(headers)
    public_send(method, path, body.nil? || body.is_a?(String) ? body : JSON.generate(body), headers)
    clean = path.split('?').first
    file = clean == '/api/cards.pdf' || clean.match?(%r{/(chart|tunes|card|everything|strip|report|handover|studio|concert)\.\w+\z})
    expect(Contract.problems(method.to_s, clean, last_response.status, last_response.body)).to eq([]) unless file
    last_response.content_type.to_s.start_with?('application/json') ? JSON.parse(last_response.body, symbolize_names: true) : last_response.body
  end

  def status = last_response.status

  def log_in(email = 'anna@example.test', studio: 'Anna’s room')
    clear_cookies
    open_studio(email, studio)
    api(:post, '/api/login', { email:, password: PASSWORD })
    expect(status).to eq(200)
  end

  # As it is after its letter was answered; accounts_spec goes the whole way.
  def open_studio(email, name)
    account = FawnmossServer.db[:accounts].insert(email:, password_hash: HASH)
    FawnmossServer::Actions::OpenStudio.call(account, name)
  end

  # In another browser; the one at hand is as before afterwards.
  def elsewhere
    kept = rack_mock_session.cookie_jar
    rack_mock_session.cookie_jar = Rack::Test::CookieJar.new
    yield
  ensure
    rack_mock_session.cookie_jar = kept
  end

  # The last letter to an address: a row of mails.
  def letter(email = 'anna@example.test') = FawnmossServer.db[:mails].where(address: email).order(:id).last

  # What stands behind the # of its link.
  def key_of(letter) = letter[:body][/#(\S+)/, 1]

  def add_pupil(name = 'Wren', instrument: 'violin', **more) = api(:post, '/api/pupils', { name:, instrument:, **more })

  def add_tune(body = 'D E F G|A2 A2|', title: 'Steps', key: 'D')
    api(:post, '/api/tunes', { text: "X:1\nT:#{title}\nM:4/4\nL:1/4\nK:#{key}\n#{body}\n", source: 'for the spec' })
  end

  def open_chart(tune: add_tune, pupil: add_pupil, **more) = api(:post, '/api/charts', { tune_id: tune[:id], pupil_id: pupil[:id], **more })
  def save_chart(chart, **changes) = api(:put, "/api/charts/#{chart[:id]}", { lock_version: chart[:lock_version], options: chart[:options], pins: chart[:pins], **changes })

  # A studio with one of everything; its ids by kind.
  def full_studio
    pupil = add_pupil
    tune = add_tune
    chart = open_chart(tune:, pupil:)
    { 'pupils' => pupil[:id], 'tunes' => tune[:id], 'charts' => chart[:id], 'cards' => api(:post, "/api/charts/#{chart[:id]}/cards", {})[:id],
      'lessons' => api(:post, "/api/pupils/#{pupil[:id]}/lessons", {})[:id], 'holds' => api(:post, "/api/pupils/#{pupil[:id]}/holds", {})[:id],
      'promises' => api(:post, "/api/pupils/#{pupil[:id]}/promises", { title: 'Strings' })[:id],
      'tapes' => FawnmossServer.db[:tapes].insert(studio_id: FawnmossServer.db[:pupils].where(id: pupil[:id]).get(:studio_id), pupil_id: pupil[:id], semitones: 2, put_on: Date.today),
      'takes' => begin_take(pupil, chart)[:id],
      'holidays' => api(:post, '/api/holidays', { from: Date.today.iso8601, to: (Date.today + 1).iso8601, name: 'Away' }).then { FawnmossServer.db[:holidays].get(:id) },
      'changes' => api(:post, "/api/pupils/#{pupil[:id]}/changes", { kind: 'extra', to: (Date.today + 3).iso8601, time: '10:00', minutes: 30 }).then { FawnmossServer.db[:lesson_changes].get(:id) } }
  end

  # A recording to which no sound was sent yet.
  def begin_take(pupil, chart, **more)
    api(:post, "/api/pupils/#{pupil[:id]}/consent", { given_by: 'mother' })
    api(:post, '/api/takes', { kind: 'chart', chart_id: chart[:id], key: SecureRandom.hex(8), **more })
  end

  # Two good marks for each of some skills and all they rest on.
  def teach(pupil, *skills, days: [9, 1], value: 2)
    row = FawnmossServer::Models::Pupil[pupil[:id]]
    map = row.studio.map(row.instrument, row.schools)
    ids = map.of(skills.inject(0) { |set, id| set | map.bit(id) | map.before(id) })
    FawnmossServer.db[:marks].multi_insert(ids.product(days).map { |skill, ago| { studio_id: row.studio_id, pupil_id: row.id, skill:, value:, made_on: Date.today - ago } })
    FawnmossServer::Models::PupilDigest.renew(row)
  end

  def mark(pupil, **about) = api(:post, "/api/pupils/#{pupil[:id]}/marks", about)
  def fingers(chart) = chart[:chart][:notes].map { "#{_1[:string]}#{_1[:finger]}" }
  def error = JSON.parse(last_response.body, symbolize_names: true)[:error]
end
