# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'scales' do
  before { log_in }

  def scale(**wish) = api(:get, "/api/scale?#{URI.encode_www_form(wish)}")

  it 'writes a scale for an instrument, fingered and bowed, to be heard and put on the shelf' do
    found = scale(instrument: 'violin', key: 'G major', octaves: 2, fourth: 'descending')
    expect(found[:title]).to eq('G major, 2 octaves')
    expect(found[:chart][:notes].map { _1[:finger] }.first(9)).to eq([0, 1, 2, 3, 0, 1, 2, 3, 0])
    expect(found[:play][:notes].size).to eq(found[:chart][:notes].size)
    tune = api(:post, '/api/tunes', { text: found[:abc] })
    chart = api(:post, '/api/charts', { tune_id: tune[:id], instrument: 'violin' })
    expect(chart[:chart][:notes].map { _1[:finger] }).to eq(found[:chart][:notes].map { _1[:finger] })
  end

  it 'begins on an open string when told to' do
    begun = %w[lowest open highest].map { scale(instrument: 'cello', key: 'D major', begins: _1)[:chart][:notes].first }
    expect(begun.map { "#{_1[:string]}#{_1[:finger]}" }).to eq(%w[C1 D0 D0])
  end

  it 'says what of a scale is new to a pupil, where, and the way there' do
    pupil = add_pupil
    expect(scale(instrument: 'violin', key: 'D major')[:readiness]).to be_nil
    found = scale(pupil_id: pupil[:id], key: 'F major')[:readiness]
    expect(found).to include(level: 'later', unmet: include(include(skill: 'pattern.low-1', bars: be_an(Array))))
    expect(found[:unlock].map { _1[:skill] }).to include('body.ready', 'pattern.low-1')
    teach(pupil, *FawnmossServer.catalogue.path('violin').ids, days: [9, 2])
    expect(scale(pupil_id: pupil[:id], key: 'F major')[:readiness]).to include(level: 'plays_now', share: 1, unmet: [], unlock: [])
  end

  it 'stays in the positions of a pupil, slurs in groups, and takes positions asked for' do
    pupil = add_pupil
    expect(scale(pupil_id: pupil[:id], key: 'D major', slur: '3+2', version: 'full')[:positions]).to eq(['1'])
    expect(scale(instrument: 'violin', key: 'G major', positions: '3', version: 'full')[:chart][:notes].map { _1[:position] }.compact.uniq).to eq(['3'])
  end

  it 'names what cannot be' do
    { key: 'H major', octaves: 9, kind: 'blue', slur: '9', rhythm: 'polka', fourth: 'never', begins: 'nut', tempo: 5, positions: '77' }.each do |field, wrong|
      scale(instrument: 'violin', key: 'D major', field => wrong)
      expect([field, status]).to eq([field, 422])
    end
    scale(instrument: 'violin', key: 'D major', octaves: 4)
    expect([error[:where][:field], error[:remedy]]).to match(['octaves', /fits in/])
    scale(key: 'D major')
    expect(error[:where][:field]).to eq('instrument')
  end
end
