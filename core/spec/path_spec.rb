# frozen_string_literal: true

require_relative 'spec_helper'
require 'date'

# Rules: the guide's page on the path.
RSpec.describe Fawnmoss::Path do
  let(:today) { Date.new(2026, 3, 9) }

  # marks('bow.slur', '1-2 2-3') : value 2 one day ago... written as days-ago:value
  def marks(skill, text)
    text.split.map do |mark|
      days, value = mark.split(':').map(&:to_i)
      described_class::Mark.new(skill:, value:, on: today - days, note: nil)
    end
  end

  def state(text) = described_class::States.new(marks('bow.slur', text), today:).of('bow.slur')

  it 'derives states from marks' do
    { '' => :untouched, '9:1' => :started, '9:2' => :started, '9:2 9:2' => :started, '9:2 2:2' => :steady, '9:2 2:1' => :started,
      '9:1 5:2 1:3' => :steady, '9:2 5:2 1:3' => :secure, '6:2 5:2 1:3' => :steady, '9:2 5:2 1:2' => :steady,
      '60:2 50:2' => :rusty, '60:2 50:3 40:3' => :rusty, '29:1' => :started, '40:2 27:2' => :steady }
      .each { |text, name| expect([text, state(text).name]).to eq([text, name]) }
  end

  it 'says why' do
    expect(state('40:1 11:2 6:3 2:2').why).to eq('secure since 7 March: 2, 3, 2')
    expect(state('60:2 50:2').why).to eq('was steady, nothing since 18 January')
    expect(state('').why).to eq('no marks yet')
  end

  it 'counts a rusty skill as had: it was steady, and wants a look' do
    expect(['60:2 50:2', '9:2 2:2', '9:2'].map { state(_1).had? }).to eq([true, true, false])
  end

  describe 'readiness' do
    let(:skills) { catalogue.skills_for('violin').to_h { [_1.id, _1] } }
    let(:melody) { chart(tune('D E F G|A B c d|', key: 'G')) }

    def readiness(*had)
      steady = had.flat_map { marks(_1, '9:2 2:2') }
      described_class::Readiness.of(melody, described_class::States.new(steady, today:), skills)
    end

    it 'names the unmet demands with their bars and the share of notes without any' do
      almost = readiness('sound.open', 'rhythm.plain', 'left.first-fingers', 'crossing.next', 'pattern.2-3-close')
      expect(almost).to have_attributes(level: :teaches_one, unmet: { 'pattern.1-2-close' => [2] }, share: 7/8r)
    end

    it 'plays now when nothing is unmet, and is for later when much is' do
      all = melody.demand_bars.keys
      expect(readiness(*all)).to have_attributes(level: :plays_now, share: 1, unmet: {})
      expect(readiness('sound.open')).to have_attributes(level: :later)
    end

    it 'does not call a tune a lesson when the one thing it asks for needs more first' do
      expect(readiness('sound.open', 'rhythm.plain', 'left.first-fingers', 'crossing.next', 'pattern.1-2-close')).to have_attributes(level: :teaches_one)
      melody = chart(tune('D E =F G|'))
      states = described_class::States.new(%w[sound.open rhythm.plain left.first-fingers].flat_map { marks(_1, '9:2 2:2') }, today:)
      expect(described_class::Readiness.of(melody, states, skills).level).to eq(:two_or_three) # low 2 needs high 2
    end

    it 'never falls when a good mark is added' do
      demanded = melody.demand_bars.keys
      shares = demanded.each_index.map { |count| readiness(*demanded.first(count)).share }
      expect(shares).to eq(shares.sort)
    end
  end

  describe 'next skills' do
    def proposals(had, wanted: [])
      steady = had.flat_map { marks(_1, '9:2 2:2') }
      described_class::NextSkills.new(catalogue.skills_for('violin'), described_class::States.new(steady, today:), wanted:).list
    end

    it 'begins at the beginning, one thing that opens everything' do
      expect(proposals([]).map { _1.skill.id }).to eq(['body.ready'])
      expect(proposals([]).first.reasons.first).to match(/opens the way to \d+ more/)
    end

    it 'proposes two at most, only what is prepared for, the widest door first' do
      ids = proposals(%w[body.ready bow.hold sound.open]).map { _1.skill.id }
      expect(ids).to contain_exactly('rhythm.plain', 'left.first-fingers')
      expect(ids.first).to eq('rhythm.plain')
    end

    it 'breaks a tie by what a tune in work asks for' do
      had = catalogue.skills_for('violin').map(&:id) - %w[rhythm.triplet rhythm.six-eight]
      expect(proposals(had, wanted: ['rhythm.triplet']).first.skill.id).to eq('rhythm.triplet')
      expect(proposals(had).first.skill.id).to eq('rhythm.six-eight')
    end
  end

  it 'shows week by week how the path filled up' do
    weeks = described_class::Progress.weekly(marks('bow.slur', '30:1 20:2 10:2 2:3'), ['bow.slur'], today:, weeks: 5)
    expect(weeks.map { [_1.started, _1.steady, _1.secure] }).to eq([[1, 0, 0], [1, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]])
    expect(weeks.last.on).to eq(today)
  end

  describe 'the shipped skills' do
    it 'load, with every text, for every instrument' do
      expect(catalogue.skills.size).to be >= 12
      catalogue.skills.each do |skill|
        expect([skill.task.size, skill.checks.size, skill.faults.flat_map(&:values).map(&:size).min]).to match([be > 30, be_between(2, 4), be > 5])
      end
      Fawnmoss::Catalogue::INSTRUMENTS.each { |id| expect(catalogue.skills_for(id).size).to be >= 12 }
    end

    it 'are refused when one needs what does not come before it, stands twice or lacks a text' do
      good = { 'id' => 'a', 'name' => 'A', 'area' => 'x', 'instruments' => ['violin'], 'needs' => [], 'task' => 't', 'checks' => [], 'faults' => {}, 'days' => 1 }
      list = ->(*entries) { described_class::Skill.list_from_data(entries) }
      expect { list.call(good.merge('needs' => ['b']), good.merge('id' => 'b')) }.to raise_error(Fawnmoss::InvalidInput, /needs b/)
      expect { list.call(good, good) }.to raise_error(Fawnmoss::InvalidInput, /twice/)
      expect { list.call(good.except('task')) }.to raise_error(Fawnmoss::InvalidInput, /task/)
    end
  end
end
