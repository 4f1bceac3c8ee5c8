# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'repertoire, concert and words to a parent' do
  before { log_in }

  let(:today) { Date.today }
  let(:pupil) { add_pupil }
  let(:tunes) { ['D4|', 'D4|D4|', 'D4|D4|D4|D4|'].each_with_index.map { |body, at| add_tune(body, title: "Tune #{at}") } }

  def add(tune, kind, whom = pupil) = api(:post, "/api/pupils/#{whom[:id]}/repertoire", { tune_id: tune[:id], kind: })
  def titles(found) = found.transform_values { |list| list.map { _1[:title] } }

  it 'says what was played, is in work, comes next and is for the concert' do
    2.times { |ago| mark(pupil, tune_id: tunes[0][:id], value: 3, made_on: (today - ago).iso8601) }
    mark(pupil, tune_id: tunes[1][:id], value: 1)
    api(:post, "/api/charts/#{open_chart(pupil:, tune: tunes[2])[:id]}/cards", {})
    2.times { add(tunes[0], 'concert') }
    found = add(tunes[2], 'next')
    expect([status, titles(found)]).to eq([201, { played: ['Tune 0'], work: ['Tune 1', 'Tune 2'], next: ['Tune 2'], concert: ['Tune 0'] }])
    expect(titles(api(:delete, "/api/repertoire/#{found[:next].first[:id]}"))[:next]).to eq([])
  end

  it 'makes a concert of it, in the order wanted, with the time it takes' do
    other = add_pupil('Moss', instrument: 'cello')
    add(tunes[0], 'concert')
    add(tunes[2], 'concert', other)
    add(tunes[1], 'concert')
    found = api(:get, '/api/concert')
    tempo = Fawnmoss::Chart::Solve::TEMPO
    expect(found[:pieces].map { [_1[:pupil], _1[:title], _1[:seconds]] }).to eq([['Wren', 'Tune 0', (240.0 / tempo).round], ['Moss', 'Tune 2', (960.0 / tempo).round], ['Wren', 'Tune 1', (480.0 / tempo).round]])
    expect(found[:seconds]).to eq(found[:pieces].sum { _1[:seconds] } + (2 * 45))
    slow = open_chart(pupil:, tune: tunes[0])
    save_chart(slow, options: slow[:options].merge(tempo: 40))
    saved = api(:put, '/api/concert', { title: 'In June', on: (today + 30).iso8601, between: 0, order: found[:pieces].map { _1[:id] }.reverse })
    expect(saved).to include(title: 'In June', on: (today + 30).iso8601, between: 0, seconds: saved[:pieces].sum { _1[:seconds] })
    expect(saved[:pieces].map { _1[:title] }).to eq(['Tune 1', 'Tune 2', 'Tune 0'])
    expect(saved[:pieces].last[:seconds]).to eq(6) # four quarters at 40
    api(:put, '/api/concert', { between: -1 })
    expect([status, error[:where][:field]]).to eq([422, 'between'])
    log_in('berta@example.test', studio: 'Elsewhere')
    expect(api(:get, '/api/concert')[:pieces]).to eq([])
    api(:delete, "/api/repertoire/#{found[:pieces].first[:id]}")
    expect(status).to eq(404)
  end

  it 'keeps the teacher’s own words in the report of a term, and tells two windows' do
    path = "/api/pupils/#{pupil[:id]}/report"
    days = { from: (today - 90).iso8601, to: today.iso8601 }
    expect(api(:get, "#{path}?#{URI.encode_www_form(days)}")[:own]).to eq(words: '', note: '', lock_version: 0)
    said = api(:put, path, { **days, words: "A bright term.\nWe laughed a lot.", note: 'Please oil the pegs.', lock_version: 0 })
    expect(api(:get, "#{path}?#{URI.encode_www_form(days)}")[:own]).to eq(said)
    expect(api(:get, path)[:own][:words]).to eq('') # of other days
    api(:put, path, { **days, words: 'Otherwise.', lock_version: 0 })
    expect([status, error[:current][:words]]).to eq([409, "A bright term.\nWe laughed a lot."])
    { { words: 'x' * 2001 } => 'words', { from: nil } => 'from' }.each do |body, field|
      api(:put, path, { **days, lock_version: 1, **body })
      expect([status, error[:where][:field]]).to eq([422, field])
    end
  end
end
