# frozen_string_literal: true

require_relative 'spec_helper'

# Rules: the guide's page on the path, "Placing a pupil who already plays"; the halves of stages are common practice, no source.
RSpec.describe Fawnmoss::Path::Placement do
  include PathSteps

  let(:map) { catalogue.path('violin') }

  def ids(**told) = described_class.ids(map, **told)
  def stage(name) = map.skills.select { _1.stage == name }.map(&:id)
  def placed(ago, *skills) = described_class.marks(skills, today - ago)

  it 'takes a stage whole, in part or not at all, with all that it rests on' do
    expect(ids).to eq([])
    expect(ids(stages: { 'Pluck' => 'none' })).to eq([])
    whole = ids(stages: { 'Left hand' => 'has' })
    expect(stage('Left hand') - whole).to eq([])
    expect(whole.flat_map { map[_1].needs } - whole).to eq([])
    expect(whole & stage('Positions')).to eq([])
    half = ids(stages: { 'Left hand' => 'part' })
    own = stage('Left hand').size
    expect((half & stage('Left hand')).size).to be_between((own + 1) / 2, own - 1)
    expect(half - whole).to eq([])
  end

  it 'takes what a tune played well asks for, and lets single skills be ticked and unticked' do
    asked = ids(played: %w[bow.slur no.such-skill])
    expect(asked).to include('bow.slur', *map['bow.slur'].needs)
    expect(asked).to eq(map.ids & asked)
    expect(ids(played: ['bow.slur'], without: ['bow.slur'])).to eq(asked - ['bow.slur'])
    expect(ids(with: ['bow.slur'])).to eq(['bow.slur'])
  end

  it 'makes marks that count as steady from their day on, and are looked at after a fortnight' do
    known = states(placed(0, 'bow.slur')).of('bow.slur')
    expect(known).to have_attributes(name: :steady, why: 'steady since 9 March: placed')
    expect(states(placed(0, 'bow.slur') + marks('bow.slur', '20:1 10:1')).name('bow.slur')).to eq(:steady)
    review = Fawnmoss::Path::Review.all(map, states(placed(3, 'bow.slur'), map:), today:).first
    expect(review).to have_attributes(due: today + 11, why: 'placed as had on 6 March')
    demanding = Fawnmoss::Path::Rules.build('steady_marks' => 5, 'secure_marks' => 6)
    expect(states(placed(0, 'bow.slur'), rules: demanding).name('bow.slur')).to eq(:steady)
  end

  it 'goes by what is marked after it: a failure, a good day, a month without' do
    after = { '2:1' => :started, '2:3' => :secure, '9:3' => :steady, '2:2' => :steady }
    after.each { |text, name| expect([text, states(placed(9, 'bow.slur') + marks('bow.slur', text)).name('bow.slur')]).to eq([text, name]) }
    expect(states(placed(28, 'bow.slur')).name('bow.slur')).to eq(:rusty)
  end

  it 'is kept when marks are shortened' do
    random = Random.new(7)
    60.times do
      list = (random_marks(random, ['bow.slur'], 12) + placed(random.rand(0..60), 'bow.slur')).sort_by.with_index { |mark, at| [mark.on, at] }
      short = Fawnmoss::Path::Tail.of(list)
      (0..40).step(8) do |later|
        both = [list, short].map { Fawnmoss::Path::States.new(_1, today: today + later).name('bow.slur') }
        expect(both.uniq.size).to eq(1)
      end
    end
  end

  it 'is nothing that a parent is told was learnt this term' do
    report = Fawnmoss::Path::TermReport.new(name: 'Wren', map:, marks: placed(20, 'bow.slur', 'bow.fall') + marks('rhythm.plain', '9:2 2:2'), from: today - 60, to: today)
    learnt = report.parts.find { _1.heading == 'Learnt this term' }.sentences.join
    expect(learnt).not_to match(/#{map['bow.slur'].name}/i)
    expect(learnt).to match(/#{Regexp.escape(map['rhythm.plain'].name)}/i)
  end

  it 'gives an adult who plays scales and tunes a lesson without first things, and none of it left over' do
    marks = described_class.marks(ids(stages: { 'Scales' => 'part', 'Left hand' => 'has', 'Rhythm' => 'part' }), today)
    situation = Fawnmoss::Path::Plan::Situation.build(map, today:, minutes: 45, marks:, first_lessons: catalogue.first_lessons, age: 41)
    lesson = Fawnmoss::Path::Plan.for(situation)
    expect(lesson.spare).to eq(0)
    expect(lesson.items.map(&:kind)).not_to include('first')
    expect(lesson.items.flat_map(&:skills) & stage('Ready')).to eq([])
  end
end
