# frozen_string_literal: true

require_relative 'spec_helper'

# The studio's own hand: learnt from the marks it kept, shown with its evidence, and the teacher's to switch off.
RSpec.describe 'A studio’s own hand' do
  before { log_in }

  def violin(body, title:, **more) = api(:post, '/api/charts', { tune_id: add_tune(body, title:)[:id], instrument: 'violin', version: 'full', **more })
  def pin(note, **fixed) = { note:, string: nil, finger: nil, position: nil, direction: nil, join: nil, **fixed }
  def hand(changes = nil, taste: nil) = api(changes ? :patch : :get, ['/api/hand', taste].compact.join('/'), changes)
  def age(chart, seconds) = FawnmossServer.db[:charts].where(id: chart[:id]).update(marked_at: Time.now.utc - seconds)
  def words = hand[:habits].map { _1[:words] }
  def again(chart) = api(:get, "/api/charts/#{chart[:id]}")
  def spoken(chart) = chart[:chart][:notes].map { _1[:hand] }

  # Two charts whose open strings at the end of a descent got a fourth finger, long enough ago to count.
  def marked_charts
    [['d B A G|F2 D2|d c B A|G F D2|', %w[n3 n10], 'Down the hill'], ['e d B A|G2 D2|', %w[n4], 'Over the stile']].map do |body, notes, title|
      chart = violin(body, title:)
      save_chart(chart, pins: notes.map { pin(_1, finger: 4) }).tap { age(_1, 3600) }
    end
  end

  it 'is learnt from marks that stood for ten minutes, and changes charts without marks, which say so' do
    other = violin('c B A G|F4|', title: 'Home again')
    expect([other[:hand], fingers(other)]).to eq([false, %w[A2 A1 A0 D3 D2]])
    marked_charts
    expect(words).to eq(['You take the fourth finger rather than the open string, coming down: 3 of 3 times'])
    changed = again(other)
    expect([changed[:hand], fingers(changed), spoken(changed)]).to eq([true, %w[A2 A1 D4 D3 D2], [nil, nil, 'open A', nil, nil]])
    without = save_chart(changed, options: { hand: false })
    expect([without[:hand], fingers(without), spoken(without).compact]).to eq([false, %w[A2 A1 A0 D3 D2], []])
  end

  it 'waits for marks that may still be changed, forgets those that were taken away, and counts those on a card at once' do
    chart = violin('d B A G|F2 D2|', title: 'Down the hill')
    saved = save_chart(chart, pins: [pin('n3', finger: 4), pin('n6', finger: 4)])
    expect(hand.slice(:marked, :waiting, :habits)).to eq(marked: 1, waiting: 1, habits: [])
    age(saved, 601)
    expect([words.size, hand[:waiting]]).to eq([1, 0])
    cleared = save_chart(again(chart), pins: [])
    expect(hand.slice(:marked, :habits)).to eq(marked: 0, habits: [])
    pupil = add_pupil
    teach(pupil, 'left.fourth')
    own = save_chart(open_chart(tune: { id: cleared[:tune_id] }, pupil:, version: 'full'), pins: [pin('n3', finger: 4), pin('n6', finger: 4)])
    api(:post, "/api/charts/#{own[:id]}/cards", { paper: 'A4', items: [], size: 1 })
    expect([status, words.size]).to eq([201, 1])
  end

  it 'can be switched off whole, taste by taste, and made to forget' do
    first, = marked_charts
    other = violin('c B A G|F4|', title: 'Home again')
    expect(again(other)[:hand]).to be(true)
    expect([hand({ off: true })[:off], again(other)[:hand]]).to eq([true, false])
    hand({ off: false })
    expect([hand({ off: true }, taste: 'fourth')[:habits].map { _1[:off] }, fingers(again(other))]).to eq([[true], %w[A2 A1 A0 D3 D2]])
    hand({ off: false }, taste: 'fourth')
    forgot = hand({ forget: true }, taste: 'fourth')
    expect(forgot.slice(:habits, :forgotten)).to eq(habits: [], forgotten: [{ taste: 'fourth', words: 'You take the fourth finger rather than the open string' }])
    expect(again(other)[:hand]).to be(false)
    save_chart(again(first), pins: %w[n3 n10 n13].map { pin(_1, finger: 4) }) # marked anew: counts again
    FawnmossServer.db[:hand_tastes].update(forgotten_at: Time.now.utc - 2000)
    age(first, 1000)
    expect(words).to eq(['You take the fourth finger rather than the open string, coming down: 3 of 3 times'])
    expect(hand({ forget: false }, taste: 'fourth')[:habits].map { _1[:of] }).to eq([4])
  end

  it 'refuses what is no taste and no change' do
    expect([hand({ off: true }, taste: 'left-handed'), status].last).to eq(404)
    expect([hand({}, taste: 'fourth'), status].last).to eq(422)
    expect([hand({ off: 'yes' }), status].last).to eq(422)
  end

  it 'stays within its studio, leaves issued cards alone, and loses what an erased pupil’s charts taught' do
    pupil = add_pupil
    teach(pupil, 'left.fourth')
    chart = open_chart(tune: add_tune('c B A G|F4|', title: 'Home again'), pupil:, version: 'full')
    card = api(:post, "/api/charts/#{chart[:id]}/cards", { paper: 'A4', items: [], size: 1 })
    before = api(:get, "/api/cards/#{card[:id]}")
    theirs = save_chart(open_chart(tune: add_tune('d B A G|F2 D2|', title: 'Down the hill'), pupil:, version: 'full'), pins: [pin('n3', finger: 4), pin('n6', finger: 4)])
    age(theirs, 3600)
    expect(hand[:habits].first[:where]).to eq([{ chart_id: theirs[:id], title: 'Down the hill', bars: [1, 2] }])
    expect(again(chart)[:hand]).to be(true)
    expect(api(:get, "/api/cards/#{card[:id]}")).to eq(before)
    api(:delete, "/api/pupils/#{pupil[:id]}", { name: 'Wren' })
    expect(hand.slice(:marked, :habits)).to eq(marked: 0, habits: [])
    log_in('ben@example.test', studio: 'Ben’s room')
    expect(hand.slice(:marked, :habits, :forgotten)).to eq(marked: 0, habits: [], forgotten: [])
  end

  it 'obeys a word about a taste at once, while the background has other things to do' do
    marked_charts
    other = violin('c B A G|F4|', title: 'Home again')
    hand
    allow(FawnmossServer::Learning).to receive(:wake).and_return(true)
    hand({ off: true }, taste: 'stretch')
    expect(again(other)[:hand]).to be(true)
    hand({ off: true }, taste: 'fourth')
    expect([again(other)[:hand], fingers(again(other))]).to eq([false, %w[A2 A1 A0 D3 D2]])
  end

  it 'is not learnt over what was said meanwhile' do
    marked_charts
    allow(FawnmossServer::Apart).to receive(:run).and_wrap_original do |run, *more, &work|
      found = run.call(*more, &work)
      if more == [:learning, nil]
        FawnmossServer.db[:hand_tastes].insert_ignore.insert(studio_id: FawnmossServer.db[:charts].reverse(:id).get(:studio_id), taste: 'fourth', off: true)
      end
      found
    end
    expect(hand[:habits].map { _1[:off] }).to eq([true])
    expect(JSON.parse(FawnmossServer.db[:hands].get(:body))['fingers'].values.map { _1['open_coming_down'] }.compact).to eq([])
  end

  it 'does not learn again while nothing is new, and keeps the old hand when there is too much to learn from' do
    marked_charts
    hand
    allow(FawnmossServer::Apart).to receive(:run).and_call_original
    2.times { hand }
    expect(FawnmossServer::Apart).not_to have_received(:run).with(:learning, anything)
    kept = FawnmossServer.db[:hands].get(:body)
    late = save_chart(violin('e c B A|G2 D2|', title: 'By the mill'), pins: [pin('n4', finger: 4)])
    age(late, 3600)
    allow(FawnmossServer::Apart).to receive(:run).with(:learning, anything).and_raise(FawnmossServer::Apart::Failed)
    hand
    expect(FawnmossServer.db[:hands].get(:body)).to eq(kept)
  end
end
