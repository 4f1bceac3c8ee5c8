# frozen_string_literal: true

# Recordings from the first question to the mark that is taken, in the studio and behind a card's link.
require_relative 'spec_helper'

RSpec.describe 'Recordings' do
  before { log_in }

  let(:pupil) { add_pupil }
  let(:tune) { add_tune('D E F G|A B A F|D E F G|F2 D2|') }
  let(:chart) { open_chart(tune:, pupil:) }

  # Sound of the tune as the stand-in pupil plays it: [samples of 16 bits as bytes, rate].
  def played(faults = [], of: tune, instrument: 'violin', **more)
    score = FawnmossServer::Models::Tune[of[:id]].score
    solved = Fawnmoss::Chart::Solve.call(score, Fawnmoss::Chart::Request.build(instrument: FawnmossServer.catalogue.instrument(instrument)), FawnmossServer.catalogue)
    chance = Random.new(1)
    sound = Fawnmoss::Listening::StandIn.play(solved, { 'faults' => faults, **more.transform_keys(&:to_s) }, chance: -> { chance.rand })
    [Fawnmoss::Listening::Wav.write(sound).byteslice(44..), sound.rate]
  end

  def allow(id = pupil[:id]) = api(:post, "/api/pupils/#{id}/consent", { given_by: 'mother' })

  def send_piece(take, number, bytes, base = '/api')
    put "#{base}/takes/#{take[:id]}/pieces/#{number}", bytes, { 'CONTENT_TYPE' => 'application/octet-stream', 'HTTP_HOST' => '127.0.0.1' }
    JSON.parse(last_response.body, symbolize_names: true)
  end

  def cut(bytes) = (0...bytes.bytesize).step(200_000).map { bytes.byteslice(_1, 200_000) }

  # A whole recording; its answer when it was listened to.
  def record(bytes, rate, base: '/api', **about)
    take = api(:post, "#{base}/takes", { key: SecureRandom.hex(8), rate:, **(base == '/api' ? { kind: 'chart', chart_id: chart[:id] } : {}), **about })
    return take if status != 201

    pieces = cut(bytes)
    pieces.each_with_index { |piece, number| send_piece(take, number, piece, base) }
    api(:post, "#{base}/takes/#{take[:id]}/finish", { pieces: pieces.size })
  end

  it 'records nobody for whom nobody has allowed it, and writes down who did' do
    record(*played)
    expect([status, error[:where]]).to eq([422, { field: 'consent' }])
    expect(error[:remedy]).to include('parent')
    expect(allow[:consent]).to include(given_by: 'mother', given_at: 'studio', given_on: Date.today.iso8601)
    expect(record(*played)[:state]).to eq('heard')
  end

  it 'tells what was heard, note by note, with what went well and one thing to do' do
    allow
    take = record(*played([{ kind: 'wrong', note: 6, semitones: 1 }, { kind: 'stop', note: 9, seconds: 1.8 }].map { _1.transform_keys(&:to_s) }))
    heard = take[:result][:heard]
    expect(heard[:notes].map { _1[:verdict] }).to eq([*['in tune'] * 6, 'wrong note', *['in tune'] * 7])
    expect(heard[:stops]).to match([include(before: 9, bar: 3)])
    expect([heard[:well].size, heard[:next][:bars]]).to eq([2, [2]]).or eq([2, [2, 3]])
    expect(take[:result][:sheet]).to include(strings: %w[G D A E])
    expect(take[:seconds]).to be > 10
  end

  it 'proposes marks with reasons, which are taken once, and ranks the spots of the chart by what went wrong' do
    allow
    take = record(*played([{ 'kind' => 'stop', 'note' => 9, 'seconds' => 1.8 }]))
    proposal = take[:proposals].find { _1[:skill] == 'pattern.2-3-close' }
    expect(proposal).to include(value: 2, had: false, taken: false, words: a_string_matching(/of \d+ notes in tune/))
    2.times { mark(pupil, skill: proposal[:skill], value: 2, source: 'recording', note: proposal[:words], key: proposal[:key]) }
    expect(FawnmossServer::Models::Mark.where(pupil_id: pupil[:id]).count).to eq(1)
    expect(api(:get, "/api/takes/#{take[:id]}")[:proposals].find { _1[:skill] == proposal[:skill] }[:taken]).to be(true)
    spots = api(:get, "/api/charts/#{chart[:id]}")[:chart][:spots]
    expect(spots.first).to include(bars: [3], heard: true, causes: include('stop'))
  end

  it 'takes pieces in any order and twice, says what is missing, and begins a recording once for its key' do
    allow
    bytes, rate = played
    key = SecureRandom.hex(8)
    take, again = Array.new(2) { api(:post, '/api/takes', { kind: 'chart', chart_id: chart[:id], key:, rate: }) }
    expect(again[:id]).to eq(take[:id])
    pieces = cut(bytes)
    expect(send_piece(take, 1, pieces[1])).to eq(have: 0)
    expect(Array.new(2) { send_piece(take, 0, pieces[0]) }).to eq([{ have: 2 }] * 2)
    api(:post, "/api/takes/#{take[:id]}/finish", { pieces: pieces.size })
    expect([status, error[:message]]).to eq([422, "#{pieces.size - 2} of #{pieces.size} pieces are missing."])
    expect(api(:get, "/api/takes/#{take[:id]}")).to include(state: 'coming', have: 2)
    pieces.each_with_index.drop(2).each { |piece, number| send_piece(take, number, piece) }
    expect(api(:post, "/api/takes/#{take[:id]}/finish", { pieces: pieces.size })[:state]).to eq('heard')
    api(:get, "/api/takes/#{take[:id]}/sound.wav")
    expect(last_response.body.byteslice(44..)).to eq(bytes)
  end

  it 'offers what has come of a recording that broke off' do
    allow
    bytes, rate = played
    take = api(:post, '/api/takes', { kind: 'chart', chart_id: chart[:id], key: SecureRandom.hex(8), rate: })
    send_piece(take, 0, bytes.byteslice(0, 300_000))
    expect(api(:get, "/api/pupils/#{pupil[:id]}/takes")[:takes]).to match([include(id: take[:id], state: 'coming')])
    expect(api(:post, "/api/takes/#{take[:id]}/finish", { pieces: 1 })).to include(state: 'heard', clean: false)
  end

  it 'says what is wrong with what is no recording, and what to do' do
    allow
    [['hello ' * 100, nil], ['RIFF    WAVE', nil], ["\0" * 100_000, 22_050]].each do |bytes, rate|
      take = record(bytes.b, rate)
      expect(take).to include(state: 'refused', trouble: be_a(String), remedy: be_a(String))
      expect(take[:trouble]).not_to be_empty
    end
    other = add_tune('G2 B d|c A F D|e2 c A|G4|', title: 'Other', key: 'G')
    expect(record(*played(of: other))).to include(state: 'refused', trouble: include('does not sound like'))
  end

  it 'takes no more than five minutes and no piece over its size' do
    allow
    take = api(:post, '/api/takes', { kind: 'chart', chart_id: chart[:id], key: SecureRandom.hex(8), rate: 8000 })
    expect(send_piece(take, 0, 'x' * 1_000_001)[:error][:message]).to include('too large')
    expect(status).to eq(413)
    5.times { send_piece(take, _1, 'x' * 1_000_000) }
    expect(status).to eq(422)
    expect(error[:remedy]).to eq('Record a part of it.')
    expect(send_piece(take, 9999, 'x')[:error][:message]).to include('no such piece')
  end

  describe 'behind a card’s link' do
    let(:card) { api(:post, "/api/charts/#{chart[:id]}/cards", {}) }
    let(:base) { "/api/link/#{card[:link][:path].delete_prefix('/k/')}" }

    it 'asks at home, records against the card as it was issued, and proposes no marks to the pupil' do
      bytes, rate = played
      base
      clear_cookies
      expect(api(:get, "#{base}/takes")).to include(consent: nil, child: true, takes: [])
      record(bytes, rate, base:)
      expect(status).to eq(422)
      expect(api(:post, "#{base}/consent", { given_by: 'Mum' })[:consent]).to include(given_at: 'card')
      take = record(bytes, rate, base:)
      expect(take).to include(state: 'heard', clean: true, proposals: [], source: 'home', kind: 'card')
      expect(api(:get, "#{base}/takes")[:takes].map { _1[:id] }).to eq([take[:id]])
      api(:get, "/api/takes/#{take[:id]}")
      expect(status).to eq(401)
    end

    it 'is pointed out to the teacher until somebody has looked at it' do
      allow
      there = record(*played, base:)
      of_today = -> { api(:get, '/api/today').values_at(:lessons, :look).flatten.find { _1[:id] == pupil[:id] }&.fetch(:recordings) }
      pointed = -> { [api(:get, "/api/pupils/#{pupil[:id]}")[:recordings], of_today.call] }
      expect(pointed.call).to eq([[{ id: there[:id], title: 'Steps', on: Date.today.iso8601 }]] * 2)
      api(:get, "#{base}/takes/#{there[:id]}") # at home again
      expect(pointed.call.first.size).to eq(1)
      api(:get, "/api/takes/#{there[:id]}")
      expect(pointed.call.map(&:to_a)).to eq([[], []])
    end

    it 'reaches nothing but what was recorded from that card' do
      allow
      mine = record(*played)
      other = api(:post, "/api/charts/#{chart[:id]}/cards", {})
      there = record(*played, base:)
      api(:get, "#{base}/takes/#{mine[:id]}")
      expect(status).to eq(404)
      api(:get, "/api/link/#{other[:link][:path].delete_prefix('/k/')}/takes/#{there[:id]}")
      expect(status).to eq(404)
      expect(api(:get, "/api/pupils/#{pupil[:id]}/takes")[:takes].size).to eq(2)
    end
  end

  it 'is not there for another studio' do
    allow
    take = record(*played)
    log_in('other@example.test', studio: 'Elsewhere')
    [[:get, ''], [:delete, ''], [:post, '/again'], [:post, '/finish'], [:get, '/sound.wav']].each do |verb, rest|
      api(verb, "/api/takes/#{take[:id]}#{rest}", verb == :post ? { pieces: 1 } : nil)
      expect(status).to eq(404), rest
    end
    send_piece(take, 0, 'x')
    expect(status).to eq(404)
  end

  it 'lets the sound go when consent is taken back, after its term and with the pupil; the numbers stay until then' do
    allow
    take = record(*played)
    api(:delete, "/api/pupils/#{pupil[:id]}/consent")
    kept = api(:get, "/api/takes/#{take[:id]}")
    expect(kept).to include(sound: false, result: nil, clean: true)
    api(:get, "/api/takes/#{take[:id]}/sound.wav")
    expect(status).to eq(404)
    expect(FawnmossServer.db[:take_pieces].count).to eq(0)
    record(*played)
    expect(status).to eq(422)
    allow
    later = record(*played)
    FawnmossServer.db[:takes].where(id: later[:id]).update(ends_on: Date.today - 1)
    FawnmossServer::Endings.call
    expect(api(:get, "/api/takes/#{later[:id]}")).to include(sound: false, clean: true)
    expect(api(:get, "/api/pupils/#{pupil[:id]}/takes")[:weeks][:fingers]).not_to be_empty
    api(:delete, "/api/pupils/#{pupil[:id]}", { name: pupil[:name] })
    expect(FawnmossServer.db[:takes].count + FawnmossServer.db[:consents].count + FawnmossServer.db[:take_bodies].count).to eq(0)
  end

  it 'throws a recording away with all that belongs to it' do
    allow
    take = record(*played)
    api(:delete, "/api/takes/#{take[:id]}")
    expect(%i[takes take_bodies take_pieces].sum { FawnmossServer.db[_1].count }).to eq(0)
  end

  it 'judges a scale, and writes down what a teacher plays in' do
    scale = api(:get, '/api/scale?instrument=violin&key=D%20major')
    chart = Fawnmoss::Practice::Scale.new(instrument: FawnmossServer.catalogue.instrument('violin'), positions: ['1'],
                                          **FawnmossServer::Inputs::ScaleInput.read(FawnmossServer::Inputs::ScaleInput.fields({ 'key' => 'D major' })).wish).exercise
                                     .chart(FawnmossServer.catalogue, instrument: FawnmossServer.catalogue.instrument('violin'), version: 'simple', positions: ['1'])
    sound = Fawnmoss::Listening::StandIn.play(chart, {}, chance: -> { 0.5 })
    bytes = Fawnmoss::Listening::Wav.write(sound).byteslice(44..)
    take = record(bytes, sound.rate, kind: 'scale', chart_id: nil, scale: { key: 'D major' }, instrument: 'violin')
    expect(take).to include(state: 'heard', clean: true, title: 'D major')
    expect(take[:result][:sheet][:chart][:notes].size).to eq(scale[:chart][:notes].size)

    written = record(*played, kind: 'played', chart_id: nil, tempo: 72, meter: '4/4', instrument: 'violin')
    read = Fawnmoss::Notation.read(written[:result][:tune][:text], 'abc')
    expect(read.played.map { _1.pitch.to_s }).to eq(FawnmossServer::Models::Tune[tune[:id]].score.played.map { _1.pitch.to_s })
  end

  it 'proposes to take a tape off after three recordings in which its finger was steady' do
    allow
    tape = FawnmossServer.db[:tapes].insert(studio_id: FawnmossServer.db[:pupils].where(id: pupil[:id]).get(:studio_id), pupil_id: pupil[:id], semitones: 4, put_on: Date.today - 90)
    2.times { record(*played) }
    expect(api(:get, "/api/pupils/#{pupil[:id]}/fit")[:proposals]).to eq([])
    record(*played)
    expect(api(:get, "/api/pupils/#{pupil[:id]}/fit")[:proposals]).to match([include(semitones: 4, words: a_string_including('in the last 3 recordings'))])
    expect(tape).to be_an(Integer)
  end

  it 'judges by the studio’s own limits, by stage' do
    allow
    off = [{ 'kind' => 'finger', 'string' => 'D', 'finger' => 1, 'cents' => -22 }]
    flat = -> { record(*played(off))[:result][:heard][:notes].count { _1[:verdict] == 'flat' } }
    expect(flat.call).to be_positive
    saved = api(:patch, '/api/studio', { listening: { limit: 30 } })
    expect(saved[:listening]).to include(limit: 30, a4: 440, days: 120)
    expect(flat.call).to eq(0)
    teach(pupil, 'pattern.2-3-close')
    api(:patch, '/api/studio', { listening: { limit: 30, limits: { 'Patterns' => 15 } } })
    expect(flat.call).to be_positive
    api(:patch, '/api/studio', { listening: { limit: 90 } })
    expect([status, error[:where]]).to eq([422, { field: 'limit' }])
  end

  it 'lets the stand-in pupil play where there is no pupil, and never in one’s place' do
    plain = api(:post, '/api/charts', { tune_id: tune[:id], instrument: 'cello' })
    take = api(:post, '/api/takes', { kind: 'chart', chart_id: plain[:id], key: SecureRandom.hex(8), stand_in: true })
    expect(take).to include(state: 'heard', sound: true, proposals: [])
    expect(take[:result][:heard][:stops].size + take[:result][:heard][:notes].count { _1[:verdict] == 'wrong note' }).to be_positive
    api(:get, "/api/takes/#{take[:id]}/sound.wav")
    expect(Fawnmoss::Listening::Wav.read(last_response.body).seconds).to be_within(0.1).of(take[:seconds])
    allow
    api(:post, '/api/takes', { kind: 'chart', chart_id: chart[:id], key: SecureRandom.hex(8), stand_in: true })
    expect([status, error[:where]]).to eq([422, { field: 'stand_in' }])
  end

  it 'says by what a tuner goes' do
    aims = api(:get, "/api/tuner?pupil_id=#{pupil[:id]}")
    expect(aims[:strings].map { [_1[:name], _1[:hertz]] }).to eq([['G', 195.56], ['D', 293.33], ['A', 440.0], ['E', 660.0]])
    expect(aims[:notes].select { _1[:ring] }.first(2).map { [_1[:written], _1[:ring]] }).to eq([%w[A3 A], %w[E4 E]])
  end

  describe 'the line' do
    let(:hearing) { FawnmossServer::Hearing }

    def waiting(wanted_at) = FawnmossServer::Models::Take.create(**FawnmossServer::Models::Take.first.values.except(:id, :numbers, :asked), asked: {}, take_key: SecureRandom.hex(8), state: 'waiting', wanted_at:)

    it 'says how many are before, those first for which somebody waits' do
      allow
      record(*played)
      late = waiting(nil)
      soon = waiting(Time.now.utc)
      last = waiting(Time.now.utc)
      2.times { waiting(Time.now.utc).this.update(state: 'listening', seat: _1 + 1) }
      expect([soon, last].map { hearing.before(_1) }).to eq([1, 2])
      expect(hearing.send(:claim, 2).id).to eq(soon.id)
      expect(hearing.send(:claim, 2).id).to eq(last.id)
      expect(late.refresh.state).to eq('waiting')
    end

    it 'stops listening when the page that waited has gone, and goes on in the quiet' do
      allow
      record(*played)
      take = waiting(Time.now.utc)
      take.this.update(state: 'listening')
      watch = hearing.send(:watch, take)
      sleep 0.5
      watch.call(0.4)
      expect(take.refresh.progress).to eq(40)
      take.this.update(wanted_at: Time.now.utc - 11)
      sleep 0.5
      expect { watch.call(0.5) }.to raise_error(hearing::Left)
      take.this.delete
      sleep 0.5
      expect { watch.call(0.6) }.to raise_error(FawnmossServer::Missing)
    end
  end
end
