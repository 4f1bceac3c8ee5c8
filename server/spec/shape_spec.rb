# frozen_string_literal: true

require_relative 'spec_helper'

# How a chart is played as music: kept with the chart, engraved, sounded, exported, on its card in plain words; off until it is asked for.
RSpec.describe 'the shape of a chart' do
  before { log_in }

  let(:tune) { add_tune('D E F G|A B c B|d c B A|D4|', title: 'Over the hill') }
  let(:plain) { open_chart(tune:, pupil: add_pupil) }

  def shaped(said = {}, chart = plain) = save_chart(chart, options: { shape: said })

  it 'is not there until it is asked for, and goes again' do
    expect([plain[:chart].key?(:shape), plain[:chart][:notes].first.key?(:shape)]).to eq([false, false])
    music = shaped
    expect(music[:options]).to eq(shape: {})
    expect(music[:chart][:shape][:phrases]).to eq([{ from: 'n1', to: 'n13', goal: 'n9', bars: 'bars 1 to 4', words: 'grow to bar 3, then let go' }])
    expect(music[:asks].map { _1[:skill] }).to include('scale.swell', 'bow.dynamics')
    expect(save_chart(music, options: {})[:chart]).not_to have_key(:shape)
  end

  it 'keeps what the teacher sets, over a reload and a changed tune' do
    shaped({ levels: { n2: 9 }, verse: 'whisper' })
    again = api(:get, "/api/charts/#{plain[:id]}")
    expect(again[:options][:shape]).to eq(levels: { n2: 9 }, verse: 'whisper')
    expect(again[:chart][:notes][1][:shape]).to include(level: 9, set: true, reasons: include('Set by you'))
    expect(again[:chart][:shape][:verse]).to eq('whisper')
    api(:patch, "/api/tunes/#{tune[:id]}", { lock_version: 0, text: "X:1\nT:Over the hill\nM:4/4\nL:1/4\nK:D\nA4|D E F G|A B c B|d c B A|D4|\n" })
    expect(api(:get, "/api/charts/#{plain[:id]}")[:options][:shape][:levels]).to eq(n3: 9)
  end

  it 'is on the staff, in every export, in what is played, and on the card' do
    id = shaped[:id]
    expect(api(:get, "/api/charts/#{id}/score")[:musicxml].scan(/<wedge[^>]*type="(\w+)"/).flatten).to eq(%w[crescendo stop diminuendo stop])
    expect(api(:get, "/api/charts/#{id}/chart.abc")).to include('!<(!')
    play = api(:get, "/api/charts/#{id}/play")
    expect(play[:notes].map { _1[:loud] }.minmax.reduce(:-)).to be <= -6
    expect(play[:verse]).to include(how: 'softer', broad: [0.0, 1.1])
    card = api(:post, "/api/charts/#{id}/cards", { paper: 'A4', size: 1, minutes: 20 })
    body = api(:get, "/api/cards/#{card[:id]}")[:body]
    expect(body[:items].find { _1[:kind] == 'run' }[:steps]).to include('Bars 1 to 4: grow to bar 3, then let go.', 'Second time softer, and the last line broader.')
    expect(body[:musicxml]).to include('type="crescendo"')
    expect(body[:chart][:notes].first[:shape][:level]).to be_between(0, 10)
  end

  it 'refuses what cannot be, and says where' do
    [{ levels: { n1: 11 } }, { levels: { n1: 'loud' } }, { levels: { first: 3 } }, { verse: 'backwards' }, 'loud'].each do |said|
      api(:put, "/api/charts/#{plain[:id]}", { lock_version: plain[:lock_version], options: { shape: said }, pins: [] })
      expect([said, status]).to eq([said, 422])
    end
    expect(api(:get, "/api/charts/#{plain[:id]}")[:options]).to eq({})
  end
end
