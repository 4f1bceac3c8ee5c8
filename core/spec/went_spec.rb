# frozen_string_literal: true

require_relative 'spec_helper'

# What a lesson reached: twenty seconds or a mark (ours). What comes again by itself is not carried over.
RSpec.describe Fawnmoss::Path::Went do
  def item(kind, id = kind, **more) = Fawnmoss::Path::Plan::Item.new(id:, kind:, title: id, minutes: 3, reasons: [], checks: [], also: [], **more)

  let(:items) do
    [item('warm-up'), item('first', 'first body.ready', skill: 'body.ready', also: [{ skill: 'bow.fall' }]), item('review', 'review bow.slur', skill: 'bow.slur'),
     item('sound'), item('scale', 'scale scale.first', skill: 'scale.first'), item('tune', 'tune 4', tune: 4), item('own', 'own k1'), item('free', 'free 1'), item('card')]
  end

  def went(**told) = described_class.of(items, **told)

  it 'was reached by time or by a mark, that of something that shares the item too' do
    expect(went(seconds: { 'warm-up' => 20, 'sound' => 19 }).reached).to eq(['warm-up'])
    expect(went(skills: %w[bow.fall bow.slur], tunes: [4]).reached).to eq(['first body.ready', 'review bow.slur', 'tune 4'])
    expect(went.reached).to eq([])
  end

  it 'carries over what was missed and would not come by itself, and whatever the teacher wants' do
    expect(went.carried).to eq(['review bow.slur', 'scale scale.first', 'tune 4', 'own k1'])
    expect(went(seconds: { 'own k1' => 30 }, skills: %w[bow.slur scale.first], tunes: [4]).carried).to eq([])
    expect(went(skills: ['bow.slur'], wanted: ['review bow.slur', 'card', 'no such']).carried).to include('review bow.slur', 'card')
  end
end
