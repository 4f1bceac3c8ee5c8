# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'placing a pupil who already plays' do
  before { log_in }

  let(:pupil) { add_pupil }
  let(:told) { { stages: [{ stage: 'Left hand', how: 'has' }, { stage: 'Patterns', how: 'part' }] } }

  def place(**more) = api(:post, "/api/pupils/#{pupil[:id]}/placing", { key: 'placing-0001', **told, **more })
  def try(**told) = api(:post, "/api/pupils/#{pupil[:id]}/placing/try", told)
  def shown = api(:get, "/api/pupils/#{pupil[:id]}")
  def states = shown[:path].to_h { [_1[:id], _1[:state]] }

  it 'shows what would be had and what the next lesson would hold, and keeps nothing' do
    tried = try(**told)
    expect([status, tried[:placed], shown[:marks]]).to match([200, be >= 30, []])
    expect(tried[:stages].find { _1[:stage] == 'Left hand' }[:skills]).to all(include(had: true))
    expect(tried[:plan].sum { _1[:minutes] }).to eq(30)
    expect(tried[:plan].map { _1[:kind] }).not_to include('first')
    expect(try[:plan].map { _1[:kind] }).to include('first')
  end

  it 'keeps it once, dated today, as steady; the plan and the list follow' do
    first = place
    expect(place[:placed]).to eq(0) # sent again
    expect([status, states.values.count('steady'), shown[:marks].size]).to eq([201, first[:placed], first[:placed]])
    expect(shown[:marks]).to all(include(source: 'placed', value: 2, made_on: Date.today.iso8601))
    row = api(:get, '/api/pupils')[:pupils].find { _1[:id] == pupil[:id] }
    expect(row[:counts]).to include(steady: first[:placed])
    expect(api(:get, "/api/pupils/#{pupil[:id]}/plan")[:items].map { _1[:kind] }).not_to include('first')
  end

  it 'says only what marks do not say already, and leaves what hurts' do
    2.times { mark(pupil, skill: 'body.ready', value: 3, made_on: (Date.today - _1).iso8601) }
    mark(pupil, skill: 'left.one', value: 1, hurt: true)
    skills = place.then { shown[:marks] }.select { _1[:source] == 'placed' }.map { _1[:skill] }
    expect(skills).to include('left.shape')
    expect(skills & %w[body.ready left.one]).to eq([])
  end

  it 'goes by tunes and single skills too' do
    tune = add_tune
    by_tune = try(tunes: [tune[:id]])
    expect(by_tune[:placed]).to be > 10
    plain = try(tunes: [tune[:id]], without: ['rhythm.plain'], with: ['bow.slur'])
    had = plain[:stages].flat_map { _1[:skills] }.to_h { [_1[:id], _1[:had]] }
    expect(had.values_at('rhythm.plain', 'bow.slur')).to eq([false, true])
  end

  it 'is taken back as a whole, and stays in the record' do
    placed = place[:placed]
    expect(api(:delete, "/api/pupils/#{pupil[:id]}/placing")).to eq({ struck: placed })
    expect(api(:delete, "/api/pupils/#{pupil[:id]}/placing")).to eq({ struck: 0 })
    expect([states.values.uniq, shown[:marks].map { _1[:struck] }.uniq]).to eq([['untouched'], [true]])
    expect(FawnmossServer::Models::PupilDigest.first(pupil_id: pupil[:id]).to_values).to eq([])
  end

  it 'refuses what it does not know by name' do
    { stages: [{ stage: 'Luck', how: 'has' }], tunes: ['x'], skills: ['!'] }.each do |name, wrong|
      try(name => wrong)
      expect([status, error[:where][:field]]).to eq([422, name == :stages ? 'stage' : name.to_s])
    end
    try(tunes: [10**9])
    expect(status).to eq(404)
    place(key: nil)
    expect(status).to eq(422)
    api(:post, '/api/pupils/999999999/placing/try', {})
    expect(status).to eq(404)
  end
end
