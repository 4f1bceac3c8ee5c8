# frozen_string_literal: true

require_relative 'spec_helper'

# The guide's page on playing together: the plan of a group takes what most need next, and gives each their own word.
RSpec.describe Fawnmoss::Path::Plan::Together do
  include PathSteps

  def member(id, instrument, marks = [])
    situation = Fawnmoss::Path::Plan::Situation.build(catalogue.path(instrument), today:, minutes: 30, marks:)
    described_class::Member.new(id:, name: "P#{id}", situation:)
  end

  def together(*members, minutes: 45, **more) = described_class.new(members, minutes, **more)
  def words(items, skill) = items.find { _1.skill == skill }.each.map { _1[:word] }

  let(:beginner) { member(1, 'violin') }
  let(:sound) { steady('body.ready', 'body.shoulders', 'body.hold-up', 'bow.fall') }

  it 'takes what most of them need, and its minutes add up' do
    ahead = member(2, 'cello', sound)
    plan = together(beginner, member(3, 'bass'), ahead)
    shared = plan.skills
    needs = [beginner, member(3, 'bass')].map { Fawnmoss::Path::NextSkills.new(_1.situation.map, _1.situation.states).list(4).map { |one| one.skill.id } }
    expect(needs.inject(:&)).to include(shared.first)
    [5, 20, 45, 90].each do |minutes|
      items = together(beginner, ahead, minutes:).items
      expect([items.sum(&:minutes), items.map(&:minutes).min]).to match([minutes, be >= 1])
    end
    expect(plan.items.map(&:kind)).to eq(%w[warm-up skill skill skill free card])
  end

  it 'has a word for each' do
    items = together(beginner, member(2, 'violin', sound), member(3, 'bass', marks('body.ready', '40:2 30:2')), member(4, 'violin', marks('body.ready', '2:1')), added: ['body.ready']).items
    expect(words(items, 'body.ready')).to eq(['begins it', 'has it: leads', 'looks at it again', 'looks at it again'])
    expect(items.find { _1.skill == 'body.ready' }.each.map { _1[:task] }).to eq([nil] * 4)
    keys = together(member(1, 'violin'), member(2, 'violin'), member(3, 'bass'), added: ['scale.three-keys']).items.find { _1.skill == 'scale.three-keys' }
    expect([keys.title, keys.words, keys.each.map { _1[:task] }.uniq.size]).to eq(['Three keys from open strings', 'Each on their own instrument.', 2])
    early = together(beginner, member(3, 'bass'), added: ['left.fourth']).items
    expect(words(early, 'left.fourth')).to eq(['is helped: it rests on what is not steady yet', 'joins in on open strings'])
  end

  it 'plays the tune that was chosen, adds and leaves out what the teacher says' do
    plan = together(beginner, member(3, 'bass'), tune: { id: 4, title: 'Brook Song' }, added: ['bow.slur'], dropped: [together(beginner, member(3, 'bass')).skills.first])
    expect(plan.items.find { _1.kind == 'tune' }).to have_attributes(title: 'Play Brook Song', tune: 4)
    expect(plan.skills.first).to eq('bow.slur')
    expect(plan.skills).not_to include(together(beginner, member(3, 'bass')).skills.first)
    expect { together(beginner, minutes: 4) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where[:field]).to eq('minutes') }
  end
end
