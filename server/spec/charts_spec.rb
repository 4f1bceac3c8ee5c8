# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'charts' do
  before { log_in }

  it 'marks the bars of the tune that do not add up' do
    chart = open_chart(tune: add_tune('D E F G A|A2 A2|D4|'))
    expect(chart[:chart][:odd]).to eq([{ bar: 1, words: 'Bar 1 holds 5 quarters, but 4/4 asks for 4 quarters.' }])
    expect(open_chart(tune: add_tune('D E F G|A4|', title: 'Even'), pupil: { id: chart[:pupil_id] })[:chart][:odd]).to eq([])
  end

  it 'opens the chart of a tune for a pupil once, and gives it again' do
    tune = add_tune
    pupil = add_pupil
    first = open_chart(tune:, pupil:)
    expect(fingers(first)).to eq(%w[D0 D1 D2 D3 A0 A0])
    expect(open_chart(tune:, pupil:)[:id]).to eq(first[:id])
    expect(open_chart(tune:, pupil:, version: 'full')[:id]).not_to eq(first[:id])
  end

  it 'moves a tune into a bass’s octave and says so' do
    chart = open_chart(pupil: add_pupil('Low', instrument: 'bass'))
    expect([fingers(chart), chart[:moved]]).to eq([%w[D0 D1 D4 G0 G1 G1], 'an octave lower'])
  end

  it 'refuses a tune out of reach with the bar and keys that fit, and opens it in one of them' do
    tune = add_tune('A,,2 E,2|D2 A,2|', title: 'Wide')
    pupil = add_pupil('Low', instrument: 'bass')
    open_chart(tune:, pupil:)
    expect([status, error[:code], error[:where]]).to match([422, 'out_of_reach', a_hash_including(bar: 2, beat: '1')])
    offer = error[:offers].first
    chart = open_chart(tune:, pupil:, transpose: offer.slice(:steps, :semitones))
    expect([status, chart[:chart][:tune][:key]]).to eq([200, offer[:key]])
  end

  it 'knows the pupil: fourth finger, slurs and joins only when had' do
    tune = add_tune('(D E F G|A G F E)|D4|', title: 'Slurred')
    pupil = add_pupil
    chart = open_chart(tune:, pupil:)
    expect([chart[:slurs], chart[:fourth], chart[:chart][:warnings]]).to match([false, 'open', [/broken/]])
    %w[bow.slur left.fourth].product([9, 1]).each { |skill, ago| api(:post, "/api/pupils/#{pupil[:id]}/marks", { skill:, value: 2, made_on: (Date.today - ago).iso8601 }) }
    chart = api(:get, "/api/charts/#{chart[:id]}")
    expect([chart[:slurs], chart[:fourth], fingers(chart)[4]]).to eq([true, 'either', 'D4'])
  end

  it 'saves a pin, re-solves around it, and counts the version up' do
    chart = open_chart
    saved = save_chart(chart, pins: [{ note: 'n5', finger: 4 }])
    expect([status, saved[:lock_version], fingers(saved)[4]]).to eq([200, 1, 'D4'])
    again = api(:get, "/api/charts/#{chart[:id]}")
    expect(again[:pins]).to eq([{ note: 'n5', string: nil, finger: 4, position: nil, direction: nil, join: nil }])
    expect(again[:chart][:notes][4]).to include(pinned: ['place'], reasons: include('You set this place.'))
    freed = save_chart(saved, pins: [])
    expect(fingers(freed)[4]).to eq('A0')
  end

  it 'saves directions and choices' do
    saved = save_chart(open_chart, pins: [{ note: 'n2', direction: 'down' }], options: { tempo: 60, start: 'down', slurs: true })
    expect(saved[:chart][:notes][0, 2].map { _1[:direction] }).to eq(%w[down down])
    expect([saved[:tempo], saved[:options]]).to eq([60, { tempo: 60, start: 'down', slurs: true }])
  end

  it 'bows as the version does, as the studio likes it, or as the chart says' do
    tune = add_tune('A d d c/B/|A4|A d d c/B/|A4|')
    bowing = ->(**more) { open_chart(tune:, pupil: add_pupil(more.delete(:name)), **more)[:bowing] }
    expect([bowing.call(name: 'Wren'), bowing.call(name: 'Finch', version: 'full')]).to eq(%w[comes strong])
    expect(api(:patch, '/api/studio', { bowing: 'comes' })).to include(bowing: 'comes')
    chart = open_chart(tune:, pupil: add_pupil('Rook'), version: 'full')
    expect([chart[:bowing], chart[:chart][:notes].count { _1[:added] }]).to eq(['comes', 0])
    strong = save_chart(chart, options: { bowing: 'strong' })
    expect([strong[:bowing], strong[:chart][:notes].count { _1[:added] }]).to eq(['strong', 2])
    refused = save_chart(strong, options: { bowing: 'strong' }, pins: [{ note: 'n5', join: 'change' }])
    expect(refused[:chart][:notes][4]).to include(added: false, join: 'change', pinned: ['join'])
    expect(api(:patch, '/api/studio', { bowing: nil })[:bowing]).to be_nil
    api(:patch, '/api/studio', { bowing: 'sideways' })
    expect([status, error[:where]]).to eq([422, { field: 'bowing' }])
  end

  it 'saves joins, shift and slide, and a start from the balance point' do
    saved = save_chart(open_chart, pins: [{ note: 'n2', join: 'slur' }], options: { start: 'balance', shift: 'frame', slide: 'new', trill: 'upper' })
    expect(saved[:chart][:notes][0, 2].map { _1.values_at(:direction, :join) }).to eq([%w[up start], %w[up slur]])
    expect(saved[:chart][:notes][1][:pinned]).to eq(['join'])
    expect(api(:get, "/api/charts/#{saved[:id]}")).to include(pins: [a_hash_including(note: 'n2', join: 'slur')], options: { start: 'balance', shift: 'frame', slide: 'new', trill: 'upper' })
  end

  it 'keeps phrases and spots as the teacher wants them' do
    spot = { bars: [1, 2], name: 'all of it', drill: '', dropped: false }
    saved = save_chart(open_chart, options: { cuts: ['n3'], spots: [spot] })
    expect(saved[:chart][:phrases].map { _1[:notes] }).to eq([%w[n1 n3], %w[n3 n6]])
    expect(saved[:chart][:spots]).to include(a_hash_including(bars: [1, 2], name: 'all of it', own: true))
    expect(api(:get, "/api/charts/#{saved[:id]}")[:options]).to eq(cuts: ['n3'], spots: [spot])
    { cuts: ['x'], spots: [{ bars: [] }] }.each do |field, wrong|
      save_chart(saved, options: { field => wrong })
      expect([status, error[:where][:field]]).to eq([422, field.to_s])
    end
    save_chart(saved, options: { spots: [{ bars: [1, 3] }] })
    expect(error[:message]).to eq('The bars of a spot are neighbours.')
  end

  it 'keeps chosen positions, and names those there are' do
    chart = open_chart
    saved = save_chart(chart, options: { positions: ['3'] })
    expect([saved[:positions], saved[:position_names]]).to match([['3'], include('1', '3')])
    expect(saved[:chart][:notes].map { _1[:position] }.compact.uniq).to eq(['3'])
    save_chart(saved, options: { positions: ['77'] })
    expect([status, error[:where][:field]]).to eq([422, 'positions'])
  end

  it 'tells what to play along with' do
    play = api(:get, "/api/charts/#{open_chart[:id]}/play")
    expect(play).to include(count_in: 4.0, length: 8.0, beat: 1.0)
    expect(play[:notes].map { _1[:midi] }).to eq([62, 64, 66, 67, 69, 69])
  end

  it 'names bow marks that contradict each other, and keeps what was there' do
    chart = open_chart
    save_chart(chart, pins: [{ note: 'n2', join: 'lift', direction: 'up' }])
    expect([status, error[:code], error[:where][:note], error[:message]]).to eq([422, 'pin', 'n2', 'The bow marks around it contradict each other (a lift starts with a down-bow)'])
    expect(api(:get, "/api/charts/#{chart[:id]}")[:pins]).to eq([])
  end

  it 'leaves a stored bow mark out with a word when it cannot hold any more' do
    chart = save_chart(open_chart, pins: [{ note: 'n2', direction: 'up' }, { note: 'n1', direction: 'down' }])
    FawnmossServer::Models::Chart[chart[:id]].pins.each { _1.update(join_kind: 'slur') if _1.note == 'n2' }
    again = api(:get, "/api/charts/#{chart[:id]}")
    expect([status, again[:chart][:warnings]]).to match([200, [/Your mark in bar 1, beat 2 cannot be played now and is left out: One slur cannot go both down and up/]])
  end

  it 'makes PDFs for those who may see the page, in the paper asked for, and says when it cannot' do
    chart = open_chart
    asked = []
    allow(FawnmossServer::Boot::Pdf).to receive(:of) { |path, **about| (asked << [path, about[:paper], about[:headers]]) && '%PDF-1.4' }
    expect(api(:get, "/api/charts/#{chart[:id]}/chart.pdf?paper=Letter")).to eq('%PDF-1.4')
    expect(asked).to match([["/charts/#{chart[:id]}", 'Letter', { 'Cookie' => /fawnmoss=/, 'X-Fawnmoss-Origin' => 'http://127.0.0.1' }]])
    api(:get, "/api/charts/#{chart[:id]}/chart.pdf?paper=A3")
    expect([status, error[:where][:field]]).to eq([422, 'paper'])
    allow(FawnmossServer::Boot::Pdf).to receive(:of).and_raise(FawnmossServer::Boot::Pdf::Away, 'Too many PDFs are being made just now.')
    api(:get, "/api/charts/#{chart[:id]}/chart.pdf")
    expect([status, error[:code]]).to eq([503, 'pdf'])
    clear_cookies
    api(:get, "/api/charts/#{chart[:id]}/chart.pdf")
    expect(status).to eq(401)
  end

  it 'hands out the chart as MusicXML, ABC, MIDI and text' do
    chart = open_chart
    files = %w[musicxml abc mid txt].to_h { |ending| [ending, api(:get, "/api/charts/#{chart[:id]}/chart.#{ending}")] }
    expect(files.transform_values { _1[0, 4] }).to eq('musicxml' => '<?xm', 'abc' => "X:1\n", 'mid' => 'MThd', 'txt' => 'Step')
    expect(files['txt']).to match(/^finger +\|/)
  end

  it 'refuses a pin that cannot be played, and leaves the chart as it was' do
    chart = open_chart
    save_chart(chart, pins: [{ note: 'n4', finger: 2 }])
    expect([status, error[:code], error[:where]]).to eq([422, 'pin', { bar: 1, beat: '4', note: 'n4' }])
    expect(error[:message]).to eq('G4 cannot be played there (finger 2)')
    expect(api(:get, "/api/charts/#{chart[:id]}").slice(:lock_version, :pins)).to eq(lock_version: 0, pins: [])
  end

  it 'refuses pins and choices of the wrong kind' do
    chart = open_chart
    [{ note: 'n5', finger: 7 }, { note: 'n5', string: 'Q' }, { note: '5', finger: 1 }, { note: 'n5', direction: 'sideways' }, { note: 'n5', join: 'glue' }, 'n5'].each do |bad|
      save_chart(chart, pins: [bad])
      expect(status).to eq(422), bad.inspect
    end
    [{ tempo: 1 }, { fourth: 'never' }, { start: 'left' }, { shift: 'none' }, { slide: 'away' }, { trill: 'below' }, { bowing: 'none' }, { slurs: 'yes' }].each do |bad|
      save_chart(chart, options: bad)
      expect(status).to eq(422), bad.inspect
    end
    save_chart(chart, pins: [{ note: 'n5', finger: 4 }, { note: 'n5', finger: 0 }])
    expect([status, error[:where][:field]]).to eq([422, 'pins'])
  end

  it 'tells the later of two windows what the other saved, and loses neither' do
    chart = open_chart
    save_chart(chart, pins: [{ note: 'n5', finger: 4 }])
    save_chart(chart, pins: [{ note: 'n6', finger: 4 }])
    expect([status, error[:code], error[:current][:pins].map { _1[:note] }]).to eq([409, 'stale', ['n5']])
    save_chart(chart, lock_version: error[:current][:lock_version], pins: [{ note: 'n6', finger: 4 }])
    expect(status).to eq(200)
  end

  it 'starts afresh when a pupil changes instruments, and keeps the old chart' do
    tune = add_tune
    pupil = add_pupil
    old = save_chart(open_chart(tune:, pupil:), pins: [{ note: 'n5', finger: 4 }])
    api(:patch, "/api/pupils/#{pupil[:id]}", { name: 'Wren', instrument: 'bass', lock_version: 0 })
    fresh = open_chart(tune:, pupil:)
    expect([fresh[:id] == old[:id], fresh[:pins], fresh[:chart][:instrument]]).to eq([false, [], 'bass'])
    expect(fingers(api(:get, "/api/charts/#{old[:id]}"))[4]).to eq('D4')
  end

  it 'leaves out, with a word, a stored mark that another hand school no longer allows' do
    pupil = add_pupil('Low', instrument: 'bass', bass_hand: '1-2-3-4')
    chart = save_chart(open_chart(pupil:, tune: add_tune('D E F G|', title: 'Four')), pins: [{ note: 'n3', finger: 3 }])
    expect(fingers(chart)[2]).to eq('D3')
    api(:patch, "/api/pupils/#{pupil[:id]}", { name: 'Low', instrument: 'bass', bass_hand: '1-2-4', lock_version: 0 })
    again = api(:get, "/api/charts/#{chart[:id]}")
    expect([status, fingers(again)[2], again[:pins].size]).to eq([200, 'D4', 1])
    expect(again[:chart][:warnings]).to include(/Your mark in bar 1, beat 3 cannot be played now/)
  end

  it 'gives the engraver notes with ids, and others the marks as MusicXML' do
    chart = open_chart
    expect(api(:get, "/api/charts/#{chart[:id]}/score")[:musicxml]).to include('<note id="n1">')
    xml = api(:get, "/api/charts/#{chart[:id]}/chart.musicxml")
    expect(xml).to include('<fingering>3</fingering>', '<up-bow/>')
    expect(last_response['content-disposition']).to include('attachment')
  end

  describe 'cards' do
    it 'issues a numbered, dated card that later changes do not touch' do
      chart = open_chart
      card = api(:post, "/api/charts/#{chart[:id]}/cards", { note: 'Listen for the G.' })
      expect(card).to include(number: 1, issued_on: Date.today.iso8601, title: 'Steps')
      expect(card[:body]).to include(pupil: 'Wren', studio: 'Anna’s room', note: 'Listen for the G.', minutes_per_day: 15, caution: 'Collapsed joints mean less weight, not more pressing.')
      save_chart(chart, pins: [{ note: 'n5', finger: 4 }])
      expect(api(:get, "/api/cards/#{card[:id]}")[:body][:chart][:notes][4][:finger]).to eq(0)
      expect(api(:post, "/api/charts/#{chart[:id]}/cards", {})).to include(number: 2)
      expect { FawnmossServer::Models::Card[card[:id]].update(number: 9) }.to raise_error(Sequel::Error, /never changed/)
    end

    it 'shows a card behind its private link without log-in, and nothing else' do
      card = api(:post, "/api/charts/#{open_chart[:id]}/cards", {})
      clear_cookies
      shown = api(:get, "/api/link/#{card[:link][:path].delete_prefix('/k/')}")
      expect([status, shown.keys]).to eq([200, %i[number title issued_on body days notes]])
      expect(JSON.generate(shown)).not_to match(/pupil_id|chart_id|studio_id/)
      expect(last_response['x-robots-tag']).to include('noindex')
    end

    it 'closes a link when it is revoked, replaced, expired or forged, all alike' do
      card = api(:post, "/api/charts/#{open_chart[:id]}/cards", {})
      token = ->(shown) { shown[:link][:path].delete_prefix('/k/') }
      first = token.call(card)
      second = token.call(api(:post, "/api/cards/#{card[:id]}/link", {}))
      forged = second[0, 22] + ('A' * 43)
      expect([first, forged, 'x', "#{second}z"].map { api(:get, "/api/link/#{_1}") && status }.uniq).to eq([404])
      expect(api(:get, "/api/link/#{second}") && status).to eq(200)
      FawnmossServer.db[:card_links].update(expires_at: Time.now.utc - 1)
      expect(api(:get, "/api/link/#{second}") && status).to eq(404)
      third = token.call(api(:post, "/api/cards/#{card[:id]}/link", {}))
      expect(api(:delete, "/api/cards/#{card[:id]}/link", {})[:link]).to be_nil
      expect(api(:get, "/api/link/#{third}") && status).to eq(404)
    end

    it 'keeps no key to a card in the database' do
      card = api(:post, "/api/charts/#{open_chart[:id]}/cards", {})
      stored = FawnmossServer.db[:card_links].first.values.map(&:to_s)
      expect(stored).not_to include(card[:link][:path].delete_prefix('/k/'))
    end

    it 'needs a pupil, a note that is not too long and minutes that can be' do
      api(:post, "/api/charts/#{api(:post, '/api/charts', { tune_id: add_tune[:id], instrument: 'violin' })[:id]}/cards", {})
      expect([status, error[:where][:field]]).to eq([422, 'chart'])
      chart = open_chart(tune: add_tune('D4|', title: 'Other'))
      [{ note: 'x' * 501 }, { minutes_per_day: 1 }].each { |bad| api(:post, "/api/charts/#{chart[:id]}/cards", bad) && (expect(status).to eq(422)) }
    end
  end
end
