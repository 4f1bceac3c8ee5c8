# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'the shelf' do
  before { log_in }

  def shelf(**params) = api(:get, "/api/tunes?#{URI.encode_www_form(params)}")
  def titles(**params) = shelf(**params)[:tunes].map { _1[:title] }

  def four
    add_tune('D D D D|D4|', title: 'Open')
    add_tune('D E F G|A4|', title: 'Brünn walk')
    add_tune('(DE)(FG)|A4|', title: 'Slurred')
    add_tune("D, D d d''|d4|", title: 'High')
  end

  it 'solves no chart again when a mark was set: only what changed is looked at' do
    four
    pupil = add_pupil
    shelf(pupil_id: pupil[:id])
    allow(Fawnmoss::Chart::Solve).to receive(:new).and_raise('a chart was solved')
    mark(pupil, skill: 'sound.open', value: 3)
    expect(shelf(pupil_id: pupil[:id])).to include(total: 4, looking: 0)
  end

  it 'tells the same of a tune as its chart does' do
    four
    pupil = add_pupil
    teach(pupil, 'left.first-fingers')
    row = FawnmossServer::Models::Pupil[pupil[:id]]
    subject = FawnmossServer::Subject.pupil(row, Date.today)
    shelf(pupil_id: pupil[:id])[:tunes].reject { _1[:readiness][:level] == 'out_of_reach' }.each do |tune|
      chart, = subject.solve_nearest(FawnmossServer::Models::Tune[tune[:id]].score, 'simple')
      expected = Fawnmoss::Path::Readiness.of(chart, subject.states, subject.map)
      expect(tune[:readiness].values_at(:level, :share)).to eq([expected.level.to_s, expected.share.to_f.round(3)])
      expect(tune[:readiness][:unmet].to_h { [_1[:skill], _1[:bars]] }).to eq(expected.unmet)
    end
  end

  it 'looks again at a tune whose text was changed, and at every tune when the engine is another' do
    tune = add_tune('D D D D|', title: 'Open')
    before = shelf(instrument: 'violin')[:tunes].first[:readiness]
    api(:patch, "/api/tunes/#{tune[:id]}", { text: "X:1\nT:Open\nM:4/4\nL:1/4\nK:D\nD E F G|\n", lock_version: 0 })
    after = shelf(instrument: 'violin')[:tunes].first[:readiness]
    expect((after[:unmet] - before[:unmet]).map { _1[:skill] }).to include('left.first-fingers')
    kinds = FawnmossServer::Models::DemandKind.count
    allow(FawnmossServer).to receive(:engine).and_return('another')
    shelf(instrument: 'violin')
    expect(FawnmossServer::Models::DemandKind.count).to eq(kinds + 1)
  end

  it 'ends when what was found has no place any more, and passes over a tune that breaks something of ours' do
    broken = add_tune('D E F G|', title: 'Breaks')
    add_tune('D D D D|', title: 'Fine')
    whole = Fawnmoss::Chart::Asks.method(:of)
    allow(Fawnmoss::Chart::Asks).to receive(:of) { |tune, *rest| tune.title == 'Breaks' ? nil.upcase : whole.call(tune, *rest) }
    found = shelf(instrument: 'violin')
    expect(found).to include(looking: 0, total: 2)
    expect(found[:tunes].find { _1[:id] == broken[:id] }[:readiness][:why]).to include('our side')
    kind = FawnmossServer::Models::DemandKind.first
    FawnmossServer.db[:demand_kinds].delete
    expect(FawnmossServer::Looking.send(:batch, kind, 10)).to be(false)
  end

  it 'lets kinds go that nobody uses any more, those of another engine after two days' do
    add_tune
    shelf(instrument: 'violin')
    kinds = FawnmossServer::Models::DemandKind
    row = kinds.first.values.except(:id)
    kinds.dataset.multi_insert([row.merge(kind: 'a' * 64, used_on: Date.today - 61), row.merge(kind: 'b' * 64, engine: 'c' * 64, used_on: Date.today - 1),
                                row.merge(kind: 'd' * 64, engine: 'c' * 64, used_on: Date.today - 3), *Array.new(30) { row.merge(kind: format('%064d', _1), used_on: Date.today - 5) }])
    add_tune('D E D E|', title: 'Another')
    expect(kinds.select_map(:kind)).to include(row[:kind], 'b' * 64).and(satisfy { !_1.intersect?(['a' * 64, 'd' * 64]) })
    expect(kinds.count).to eq(FawnmossServer::Models::DemandKind::KEPT + 1)
  end

  it 'finds by the beginnings of words, whatever the accents, and by what is new in a tune' do
    four
    pupil = add_pupil
    expect(titles(text: 'brunn')).to eq(['Brünn walk'])
    expect(titles(text: 'unn')).to eq([])
    expect(titles(text: 'spec op')).to eq(['Open']) # "for the spec" is its source
    expect(titles(pupil_id: pupil[:id], text: 'two notes')).to eq([]) # a beginner's simple chart has no slurs
    name = FawnmossServer.catalogue.path('violin')['left.first-fingers'].name
    expect(titles(pupil_id: pupil[:id], text: name)).to include('Brünn walk')
    expect(titles(text: '50%')).to eq([])
  end

  it 'comes in pages, in the order asked for, with how many there are of each readiness' do
    four
    expect(titles(sort: 'title')).to eq(['Brünn walk', 'High', 'Open', 'Slurred'])
    expect(titles(sort: 'newest', rows: 2, from: 1)).to eq(['Slurred', 'Brünn walk'])
    found = shelf(instrument: 'violin', rows: 1)
    expect([found[:tunes].size, found[:total], found[:levels].values.sum]).to eq([1, 4, 4])
    expect(titles(instrument: 'violin', level: 'out_of_reach')).to eq(['High'])
    expect(shelf(instrument: 'violin', level: 'out_of_reach')).to include(total: 1, levels: found[:levels])
    %w[from=-1 rows=0 rows=999 sort=best level=x away=maybe meter[]=1 pupil_id[]=1 text[a]=1].each do |wrong|
      api(:get, "/api/tunes?#{wrong}")
      expect([wrong, status]).to eq([wrong, 422])
    end
  end

  it 'keeps a tune longer than is charted, and says what to do' do
    tune = add_tune('D E F G|' * 501, title: 'Endless')
    row = shelf(instrument: 'violin')[:tunes].first
    expect(row[:readiness]).to include(level: 'out_of_reach', why: /2004 notes; charts are made of up to 2000/)
    api(:post, '/api/charts', { tune_id: tune[:id], instrument: 'violin' })
    expect([status, error[:code]]).to eq([422, 'long'])
    %w[keys?instrument=violin ways?instrument=violin group?instruments=violin].each { |path| api(:get, "/api/tunes/#{tune[:id]}/#{path}") && expect(status).to(eq(422)) }
    api(:post, "/api/tunes/#{tune[:id]}/copies", { way: 'bars', from_bar: 1, to_bar: 100 })
    expect(status).to eq(201)
  end

  it 'looks first at what somebody waits for, a part of it in each turn, and has the hand learnt when nothing is left' do
    four
    looking = FawnmossServer::Looking
    allow(looking).to receive(:wake)
    allow(FawnmossServer::Learning).to receive(:wake)
    %w[violin cello viola].each { |instrument| shelf(instrument:) }
    violin, cello, viola = kinds = FawnmossServer::Models::DemandKind.order(:id).all
    stub_const('FawnmossServer::Looking::FIRST', 3)
    left = -> { kinds.map { _1.unseen.count } }
    turns = [cello, nil, nil, nil, nil].map { |first| [looking.send(:turn, violin.studio_id, first), left.call] }
    expect(turns).to eq([[true, [4, 1, 4]], [true, [4, 1, 0]], [true, [4, 0, 0]], [true, [0, 0, 0]], [false, [0, 0, 0]]])
    expect(viola.unseen.count).to eq(0)
    expect(FawnmossServer::Learning).to have_received(:wake).once
  end

  it 'is looked at in the background, a studio by one process at a time', :own_rows do
    allow(FawnmossServer).to receive(:settings).and_return(FawnmossServer.settings.dup.tap { _1.looks_at_once = false })
    add_tune('D E F G|', title: "Behind #{rand(1_000_000)}")
    found = shelf(instrument: 'viola')
    600.times do # a busy machine takes its time
      expect(found).to include(:looking)
      break if found[:looking].zero?

      sleep 0.1
      found = shelf(instrument: 'viola')
    end
    expect(found).to include(looking: 0, total: 1)
  ensure
    FawnmossServer.db[:accounts].delete
  end
end
