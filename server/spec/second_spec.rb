# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'a second part' do
  before { log_in }

  let(:duet) do
    "X:1\nT:Two\nM:3/4\nL:1/4\nK:D\nV:1 name=\"Violin I\"\nV:2 name=\"Violin II\"\n" \
      "[V:1] A|d2f|e2c|[1 d3:|[2 d2|]\n[V:2] z|F2A|G2E|F3|F2|]\n"
  end
  let(:cello) { waltz('D3|A3|D3|', title: 'Cello') }
  let(:pupil) { add_pupil }

  def take(**line) = api(:post, '/api/tunes', { file_name: 'two.abc', file: [duet].pack('m0'), tune: 0, **line })
  def waltz(bars, title: 'Steps') = api(:post, '/api/tunes', { text: "X:1\nT:#{title}\nM:3/4\nL:1/4\nK:D\n#{bars}\n" })
  def change(tune, **changes) = api(:patch, "/api/tunes/#{tune[:id]}", { lock_version: tune[:lock_version], **changes })

  def play(chart) = api(:get, "/api/charts/#{chart[:id]}/play")

  it 'is taken from the file with its melody, heard beside it, moved with it, and goes out with every file' do
    tune = take(voice: '1', second: { voice: '2' })
    expect(tune).to include(title: 'Two', notices: [], second: { name: 'Violin II', notices: [] })
    expect(tune[:abc]).not_to include('V:2')
    chart = open_chart(tune:, pupil:)
    expect(play(chart)[:second].map { _1[:midi] }).to eq([66, 69, 67, 64, 66, 66, 69, 67, 64, 66])
    expect(api(:get, "/api/charts/#{chart[:id]}/score")[:musicxml].scan('<part ').size).to eq(1)
    xml = api(:get, "/api/charts/#{chart[:id]}/chart.musicxml").force_encoding('UTF-8')
    expect(Fawnmoss::Notation::Contents.of(xml, 'musicxml').tunes.first.parts.map(&:name)).to eq(['violin', 'Violin II'])
    expect(api(:get, "/api/charts/#{chart[:id]}/chart.abc").force_encoding('UTF-8')).to include('V:2 name="Violin II"')
    api(:put, "/api/charts/#{chart[:id]}", { lock_version: 0, pins: [], options: { transpose: { steps: 1, semitones: 2 } } })
    expect(play(chart)[:second].first[:midi]).to eq(68)
  end

  it 'is any other tune of the shelf, said where it does not fit, and taken away again' do
    tune = change(waltz('A|d2f|e2c|d3|d2|'), second: { tune_id: cello[:id] })
    expect(tune[:second]).to eq(name: 'Cello', notices: ['Bars 0, 4 of the second part are shorter than the melody; rests fill it up.'])
    expect(api(:get, "/api/tunes/#{tune[:id]}")[:second][:name]).to eq('Cello')
    expect(play(open_chart(tune:, pupil:))[:second].map { _1[:midi] }).to eq([62, 69, 62])
    gone = change(tune, second: nil)
    expect([gone[:second], play(open_chart(tune: gone, pupil:))[:second]]).to eq([nil, nil])
    change(gone, second: { tune_id: 0 })
    expect([status, error[:where][:field]]).to eq([422, 'tune_id'])
    change(gone, second: { tune_id: cello[:id] + 1000 })
    expect(status).to eq(404)
  end

  it 'stays when the melody is written otherwise, and the tune stands alone while nothing of it fits' do
    tune = change(waltz('d2f|e2c|d3|'), second: { tune_id: cello[:id] })
    changed = change(tune, text: tune[:text].sub('d2f|e2c|d3|', 'd2f|e2c|dcd|d3|'))
    expect(changed).to include(second: { name: 'Cello', notices: [] }, second_said: ['The second part rests in bar 3, which is new.'])
    expect(play(open_chart(tune: changed, pupil:))[:second].map { _1.values_at(:midi, :at) }).to eq([[62, 0], [69, 3], [62, 9]])
    fewer = change(changed, text: changed[:text].sub('d2f|', ''))
    expect(fewer[:second_said]).to eq(['What the second part had in bar 1 went with the melody’s.'])
    again = change(fewer, text: fewer[:text].sub('e2c', 'c2e'))
    expect([again[:second_said], play(open_chart(tune: again, pupil:))[:second].map { _1[:midi] }]).to eq([[], [69, 62]])
    FawnmossServer::Models::Tune[tune[:id]].update(second: "X:1\nT:Far\nM:3/4\nL:1/4\nK:D\n#{'z3|' * 9}D3|\n")
    alone = api(:get, "/api/tunes/#{tune[:id]}")
    expect(alone[:second]).to match(name: 'Far', notices: [/no note where the melody has bars/])
    expect(play(open_chart(tune: alone, pupil:))[:second]).to be_nil
  end

  it 'becomes a tune of its own, with the melody beside it in turn, and goes along with copies and archives' do
    tune = take(voice: '1', second: { voice: '2' })
    own = api(:post, "/api/tunes/#{tune[:id]}/copies", { way: 'second' })
    expect(own).to include(title: 'Two, Violin II', second: { name: 'Two', notices: [] })
    expect(own[:abc]).to include('F4 A2')
    moved = api(:post, "/api/tunes/#{tune[:id]}/copies", { way: 'transposed', transpose: { steps: 1, semitones: 2 } })
    expect(moved).to include(key: 'E major', second: { name: 'Violin II', notices: [] })
    expect(play(open_chart(tune: moved, pupil:))[:second].first[:midi]).to eq(68)
    api(:post, "/api/tunes/#{cello[:id]}/copies", { way: 'second' })
    expect([status, error[:where][:field]]).to eq([422, 'way'])
    archive = api(:get, '/api/tunes.zip')
    log_in('berta@example.test', studio: 'Elsewhere')
    expect(api(:post, '/api/archive', { file: [archive].pack('m0') })[:results].map { _1[:state] }).to eq(%w[added] * 4)
    back = api(:get, '/api/tunes?sort=title')[:tunes].map { api(:get, "/api/tunes/#{_1[:id]}") }
    expect(back.to_h { [_1[:title], _1[:second] && _1[:second][:name]] }).to eq('Cello' => nil, 'Two' => 'Violin II', 'Two, Violin II' => 'Two', 'Two, in E major' => 'Violin II')
  end

  it 'is refused where it has no note to play, or no such line' do
    silent = duet.sub('z|F2A|G2E|F3|F2|]', 'z|z3|z3|z3|z2|z3|F3|')
    api(:post, '/api/tunes', { text: silent, voice: '1', tune: 0, second: { voice: '2' } })
    expect([status, error[:message]]).to match([422, /second part has no note/])
    take(voice: '1', second: { voice: '9' })
    expect([status, error[:message]]).to match([422, /no voice 9/])
    take(voice: '1', second: 'Violin II')
    expect([status, error[:where][:field]]).to eq([422, 'second'])
    expect(api(:get, '/api/tunes')[:tunes]).to eq([])
  end
end
