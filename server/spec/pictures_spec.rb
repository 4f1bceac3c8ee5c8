# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'pictures' do
  it 'are there for each instrument, for who is logged in' do
    api(:get, '/api/pictures/violin')
    expect(status).to eq(401)
    log_in
    %w[violin viola cello bass].each do |name|
      found = api(:get, "/api/pictures/#{name}")
      expect([status, found[:skills][:'sound.levels'][:lines].size, found[:exercises][:long][:kind]]).to eq([200, 4, 'bow'])
    end
    api(:get, '/api/pictures/lute')
    expect([status, error[:where][:field]]).to eq([422, 'instrument'])
  end

  it 'go with the work onto the card of a lesson, and stay there' do
    log_in
    pupil = add_pupil('Juna')
    lesson = api(:post, "/api/pupils/#{pupil[:id]}/lessons", {})
    api(:post, "/api/pupils/#{pupil[:id]}/marks", { skill: 'sound.zone', value: 1, lesson_id: lesson[:id], key: 'zone-0001' })
    api(:post, "/api/lessons/#{lesson[:id]}/items", { kind: 'skill', ref: 'sound.zone', after: 'warm-up', key: 'added-0001' })
    api(:post, "/api/lessons/#{lesson[:id]}/finish", { key: 'finish-0001' })
    draft = api(:get, "/api/lessons/#{lesson[:id]}/home")
    expect(draft[:items].map { _1[:skill] }).to include('sound.zone')
    card = api(:post, "/api/lessons/#{lesson[:id]}/cards", { items: draft[:items].map { |one| one.slice(:kind, :title, :steps, :minutes, :bars, :tempi, :skill) } })
    body = api(:get, "/api/cards/#{card[:id]}")[:body]
    expect(body[:pictures][:'sound.zone']).to include(kind: 'zones', own: 3)
  end
end
