# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'the studio’s own path' do
  before { log_in }

  def book = api(:get, '/api/skills')
  def change(id, **body) = api(:put, "/api/skills/#{id}", body)
  def row(id, from = book) = from[:skills].find { _1[:id] == id }
  def names(pupil) = api(:get, "/api/pupils/#{pupil[:id]}")[:path].map { _1[:name] }

  it 'hides, moves and rewords what ships, and goes back to it' do
    pupil = add_pupil
    change('body.care', hidden: true)
    change('body.rest-place', after: '')
    found = change('body.ready', name: 'Tall and easy', checks: ['Looks easy'])
    expect(names(pupil).first(2)).to eq(['From rest to playing and back', 'Tall and easy'])
    expect(names(pupil)).not_to include('Care of bow and strings')
    expect(row('body.ready', found)).to include(name: 'Tall and easy', reworded: %w[name checks], shipped: a_hash_including(name: 'Balanced and loose'))
    expect(row('body.care', found)).to include(hidden: true)
    %w[body.care body.rest-place body.ready].each { |id| api(:delete, "/api/skills/#{id}") }
    expect(names(pupil).first).to eq('Balanced and loose')
    expect(FawnmossServer.db[:skill_changes].count).to eq(0)
  end

  it 'changes what a skill rests on, for this studio alone, and lets nothing run in a circle' do
    pupil = add_pupil
    shipped = row('bow.slur')[:needs]
    api(:put, '/api/skills/bow.slur', { needs: ['body.ready'], lock_version: 0 })
    expect([row('bow.slur')[:needs], row('bow.slur')[:reworded], row('bow.slur')[:shipped][:needs]]).to eq([['body.ready'], ['needs'], shipped])
    expect(api(:get, "/api/pupils/#{pupil[:id]}")[:path].find { _1[:id] == 'bow.slur' }[:needs]).to eq(['body.ready'])
    2.times { mark(pupil, skill: 'body.ready', value: 2, made_on: (Date.today - _1).iso8601) }
    placed = api(:post, "/api/pupils/#{pupil[:id]}/placing/try", { with: [], skills: ['bow.slur'] })
    expect(placed[:placed]).to eq(1) # itself: what it rests on is steady
    { ['bow.slur-three'] => /circle: .*Two notes in one bow/, ['flying'] => /no skill flying/, ['bow.slur'] => /circle/ }.each do |needs, words|
      api(:put, '/api/skills/bow.slur', { needs:, lock_version: 1 })
      expect([needs, status, error[:where][:field], error[:message]]).to match([needs, 422, 'needs', words])
    end
    api(:delete, '/api/skills/bow.slur')
    expect(row('bow.slur')[:needs]).to eq(shipped)
  end

  it 'takes no change for one that says what ships anyhow' do
    expect(row('body.ready', change('body.ready', name: 'Balanced and loose'))).to include(reworded: [])
  end

  it 'adds a skill of the studio’s own, which is marked, planned and found like any other' do
    pupil = add_pupil
    given = { name: 'Paint a wall', task: 'Paint a wall with the bow arm, up and down, as wide as it goes.', checks: ['Wrist leads'], faults: [{ fault: 'Stiff', remedy: 'Slower.' }], area: 'bow hand', stage: 'Bow hand', needs: ['body.ready'], after: 'body.ready' }
    own = api(:post, '/api/skills', given)[:skills].find { _1[:own] }
    expect([status, own[:name], own[:needs]]).to eq([201, 'Paint a wall', ['body.ready']])
    expect(names(pupil)[1]).to eq('Paint a wall')
    expect(mark(pupil, skill: own[:id], value: 2)[:pupil][:path][1]).to include(state: 'started', own: true)
    expect(row(own[:id], change(own[:id], task: 'Paint the ceiling with the bow arm, slowly and loosely.'))[:task]).to start_with('Paint the ceiling')
    api(:delete, "/api/skills/#{own[:id]}")
    expect(names(pupil)).not_to include('Paint a wall')
  end

  it 'shows where we changed words that the studio had changed as well' do
    change('body.ready', task: 'Our way of standing, which we have always taught.')
    kept = FawnmossServer::Models::SkillChange.first(skill: 'body.ready')
    kept.update(texts: { 'task' => kept.texts['task'].merge('was' => 'What shipped a year ago.') }) # as if the shipped text had been newer since
    expect(book[:notices]).to match([a_hash_including(skill: 'body.ready', text: 'task', own: /Our way/, shipped: /Stand on both feet/)])
    change('body.ready', task: 'Our way of standing, which we have always taught.', lock_version: row('body.ready')[:lock_version]) # seen and kept
    expect(book[:notices]).to eq([])
  end

  it 'tells the later of two windows what is there now' do
    change('body.ready', name: 'One')
    change('body.ready', name: 'Two', lock_version: 0)
    expect([status, error[:code]]).to eq([409, 'stale'])
    change('body.ready', name: 'Two', lock_version: 1)
    expect(status).to eq(200)
  end

  it 'refuses what cannot be, by field' do
    { { name: '' } => 'name', { name: 'x' * 81 } => 'name', { checks: [''] } => 'checks', { after: 'nowhere' } => 'after', { faults: [{ fault: 'x' }] } => 'remedy' }.each do |body, field|
      change('body.ready', **body)
      expect([body, status, error[:where][:field]]).to eq([body, 422, field])
    end
    { { needs: ['nothing'] } => 'needs', { area: 'kitchen' } => 'area', { checks: [] } => 'checks' }.each do |wrong, field|
      api(:post, '/api/skills', { name: 'A', task: 'B', checks: ['C'], area: 'sound', stage: 'Own', needs: [], **wrong })
      expect([wrong, status, error[:where][:field]]).to eq([wrong, 422, field])
    end
    change('no.such', hidden: true)
    expect(status).to eq(404)
  end

  it 'belongs to one studio' do
    change('body.ready', name: 'Ours')
    log_in('berta@example.test', studio: 'Elsewhere')
    expect(row('body.ready')[:name]).to eq('Balanced and loose')
  end
end
