# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Path::Ability do
  include PathSteps

  def ability(*skills, **more)
    id = more.delete(:instrument) || 'violin'
    map = catalogue.path(id)
    described_class.new(states(steady(*skills), map:), map, catalogue.instrument(id), **more)
  end

  it 'keeps a beginner in first position, with plain bows and open strings, whatever the version may do' do
    expect(ability.usual('simple')).to eq(had: [], fourth: nil, positions: ['1'], learnt: [], joins: [], slurs: false)
    expect(ability.usual('full')).to eq(had: [], fourth: nil, positions: ['1'])
    expect(ability(instrument: 'bass').usual('full')[:positions]).to eq(%w[half 1])
  end

  it 'opens what is learnt, skill by skill' do
    { 'position.next' => [:positions, nil], 'left.fourth' => [:fourth, 'either'], 'left.stretch' => [:learnt, [:stretch]], 'bow.slur' => [:slurs, true],
      'bow.hook' => [:joins, [:hook]] }.each do |skill, (name, value)|
      expect(ability(skill).usual('simple')[name]).to eq(value), "#{skill}: #{ability(skill).usual('simple')}"
    end
  end

  it 'takes the school of the pupil for the fourth finger over the path' do
    expect(ability(fourth: 'fourth').usual('simple')).to include(fourth: 'fourth', learnt: [:fourth])
    expect(ability('left.fourth', fourth: 'open').usual('simple')).to include(fourth: 'open', learnt: [:fourth])
    expect(ability(fourth: 'open').usual('simple')).to include(fourth: 'open', learnt: [])
  end

  it 'counts what the studio does not teach singly as known' do
    expect(ability('bow.slur', untaught: ['bow.lift']).had).to match_array(%w[bow.slur bow.lift])
  end
end
