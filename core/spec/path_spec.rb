# frozen_string_literal: true

require_relative 'spec_helper'

# Rules and numbers: the guide's page on the path.
RSpec.describe Fawnmoss::Path do
  include PathSteps

  let(:map) { catalogue.path('violin') }

  def state(text, **options) = states(marks('bow.slur', text), **options).of('bow.slur')

  it 'derives states from marks' do
    { '' => :untouched, '9:1' => :started, '9:2' => :started, '9:2 9:2' => :started, '9:2 2:2' => :steady, '9:2 2:1' => :started,
      '9:1 5:2 1:3' => :steady, '9:2 5:2 1:3' => :secure, '6:2 5:2 1:3' => :steady, '9:2 5:2 1:2' => :steady, '8:3 4:2 1:2' => :secure, '8:2 5:2 1:3' => :secure, '7:2 5:2 1:3' => :steady,
      '60:2 50:2' => :rusty, '60:2 50:3 40:3' => :rusty, '29:1' => :started, '40:2 27:2' => :steady, '40:2 28:2' => :rusty }
      .each { |text, name| expect([text, state(text).name]).to eq([text, name]) }
  end

  it 'counts several marks of a day once, so that a second good mark never takes anything away' do
    { '20:2 9:2 9:2' => :steady, '9:2 5:3 1:2 1:2 1:2' => :secure, '9:2 5:2 1:0 1:2' => :started, '9:2 5:2 1:3 1:2' => :secure }
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

  it 'takes the numbers from the rules of the studio' do
    patient = described_class::Rules.build('rusty_days' => 90, 'secure_marks' => 4)
    expect(state('60:2 50:2', rules: patient).name).to eq(:steady)
    expect(state('9:2 5:2 1:3', rules: patient).name).to eq(:steady)
    expect(described_class::Rules.build(nil)).to eq(described_class::Rules::DEFAULTS)
    { { 'rusty_days' => 2 } => 'rusty_days', { 'luck' => 7 } => 'luck', { 'reviews' => [7, 3] } => 'reviews', { 'good' => '2' } => 'good',
      { 'secure_marks' => 1 } => 'secure_marks', { 'reviews' => [] } => 'reviews' }.each do |wrong, field|
      expect { described_class::Rules.build(wrong) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where[:field]).to eq(field) }
    end
  end

  it 'holds what hurt until it is cleared, and says so' do
    hold = described_class::Hold.new(skill: 'bow.slur', on: today - 2, from: 'lesson', note: 'wrist')
    held = state('9:2 2:2', holds: [hold])
    expect(held).to have_attributes(name: :steady, held: true, why: 'Held. It hurt on 7 March (told from a lesson): wrist. steady since 7 March: 2, 2')
    expect(state('9:2 2:2')).to have_attributes(held: false)
  end

  it 'passes over marks that lie after today: a clock may have been set back' do
    expect(state('9:2 2:2 -3:0').name).to eq(:steady)
  end

  it 'counts a skill as used by what rests on it: who plays slurred scales has not let the bow hold go' do
    old = marks('bow.hold', '60:2 50:2')
    busy = old + marks('scale.slur-2', '12:2 5:2')
    expect(states(busy, map:).name('bow.hold')).to eq(:steady)
    expect(states(busy).name('bow.hold')).to eq(:rusty)
    expect(states(busy, map:, rules: described_class::Rules.build('kept_up' => 0)).name('bow.hold')).to eq(:rusty)
    expect(states(old + marks('scale.slur-2', '5:1'), map:).name('bow.hold')).to eq(:rusty)
    expect(states(old + marks('scale.slur-2', '5:2'), map:).used_on('bow.hold')).to eq(today - 5)
  end

  it 'looks again 1, 3, 7, 14, 28 days after marks that succeed, tomorrow after one that fails' do
    due = ->(text) { described_class::Review.due(map, states(marks('bow.slur', text)), today: today + 400).first.due }
    expect(['2:2', '5:2 2:2', '8:2 5:2 2:2', '9:2 8:2 5:2 2:2', '12:2 9:2 8:2 5:2 2:3', '20:2 12:2 9:2 8:2 5:2 2:3', '5:3 2:0'].map { (due.call(_1) - (today - 2)).to_i })
      .to eq([1, 3, 7, 14, 28, 28, 1])
    now = described_class::Review.due(map, states(marks('bow.slur', '30:2 20:2') + marks('bow.hold', '4:2 1:2') + marks('sound.open', '9:1')), today:)
    expect(now.map { [_1.skill, _1.over] }).to eq([['bow.slur', 17], ['sound.open', 8]])
    expect(now.map(&:why)).to eq(['good 2 days in a row, last on 17 February', 'it was 1 on 28 February'])
  end

  describe 'readiness' do
    let(:melody) { chart(tune('D E F G|A B c d|', key: 'G')) }

    def readiness(*had, of: melody) = described_class::Readiness.of(of, states(steady(*had)), map)

    it 'names the unmet demands with their bars and the share of notes without any' do
      almost = readiness('sound.open', 'rhythm.plain', 'left.first-fingers', 'crossing.next', 'pattern.2-3-close')
      expect(almost).to have_attributes(level: :teaches_one, unmet: { 'pattern.1-2-close' => [2] }, share: 7/8r)
    end

    it 'plays now when nothing is unmet, and is for later when much is' do
      expect(readiness(*melody.demand_bars.keys)).to have_attributes(level: :plays_now, share: 1, unmet: {}, unlock: [])
      expect(readiness('sound.open')).to have_attributes(level: :later)
    end

    it 'does not call a tune a lesson when the one thing it asks for needs more first, and says what would unlock it' do
      low = chart(tune('D E =F G|'))
      found = readiness('sound.open', 'rhythm.plain', 'left.first-fingers', of: low)
      expect(found.level).to eq(:two_or_three) # low 2 needs high 2
      expect(found.unlock.last(2)).to eq(%w[pattern.2-3-close pattern.1-2-close])
      expect(found.unlock & %w[sound.open rhythm.plain]).to be_empty
    end

    it 'does not ask for what the studio does not teach as a skill of its own' do
      short = described_class::StudioPath.new([described_class::Change.hide('crossing.next')], catalogue.skills).skills
      found = described_class::Readiness.of(melody, states(steady('sound.open', 'rhythm.plain', 'left.first-fingers')), described_class::SkillMap.for(short, 'violin', ['french']))
      expect(found.unmet.keys).to eq(%w[pattern.2-3-close pattern.1-2-close])
    end

    it 'never falls when a good mark is added, whatever the marks were' do
      random = Random.new(11)
      60.times do
        had = random_marks(random, melody.demand_bars.keys, 14)
        before = described_class::Readiness.of(melody, states(had), map).share
        melody.demand_bars.each_key do |id|
          more = [2, 3].map { |value| described_class::Readiness.of(melody, states([*had, mark(id, value, 0)]), map).share }
          expect(more.min).to be >= before
        end
      end
    end
  end

  describe 'easier ways to a tune' do
    def ways(melody, *had)
      known = states(steady(*had))
      request = Fawnmoss::Chart::Request.build(instrument: instrument('violin'), had:)
      level = described_class::Readiness.of(chart(melody), known, map).level
      described_class::EasierWays.new(melody, request, known, map, catalogue).list(level).map { [_1.kind, _1.readiness.level, _1.words] }
    end

    let(:had) { %w[sound.open rhythm.plain left.first-fingers pattern.2-3-close crossing.next] }

    it 'are keys and simpler versions that change its class, and nothing else' do
      low_two = tune('A B c d|c B A2|', key: 'G') # low 2 on the A string
      expect(ways(low_two, *had).first).to match(['key', :plays_now, /\Ain A major/])
      dotted = tune('D>E F G|D>E F2|')
      expect(ways(dotted, *had)).to include(['simpler_rhythm', :plays_now, 'with a simpler rhythm'])
      expect(ways(tune('D E F G|'), *had)).to eq([]) # it plays now
    end
  end

  describe 'next skills' do
    def proposals(had, wanted: [], count: 2, **options) = described_class::NextSkills.new(map, states(had.is_a?(Array) && had.first.is_a?(String) ? steady(*had) : had, **options), wanted:).list(count)

    it 'begins at the beginning, with what opens everything' do
      expect(proposals([]).map { _1.skill.id }).to eq(%w[body.ready body.care])
      expect(proposals([]).first.reasons.first).to eq('much of the path waits for it')
    end

    it 'proposes two at most, only what is prepared for, the widest door first' do
      found = proposals(%w[body.ready body.shoulders body.hold-up rhythm.beat], count: 99)
      expect(found.map { _1.skill.needs }.flatten - %w[body.ready body.shoulders body.hold-up rhythm.beat]).to be_empty
      doors = found.map { |one| one.reasons.first[/\d+/].to_i }
      expect(doors).to eq(doors.sort.reverse)
      expect(proposals(%w[body.ready]).size).to eq(2)
    end

    it 'puts posture, tone and intonation before speed and tunes when doors are alike' do
      had = map.ids - %w[body.care tune.expression]
      expect(proposals(had).map { _1.skill.id }).to eq(%w[body.care tune.expression])
    end

    it 'breaks a tie by what a tune in work asks for' do
      had = map.ids - %w[rhythm.triplet rhythm.six-eight]
      expect(proposals(had, wanted: ['rhythm.triplet']).first.skill.id).to eq('rhythm.triplet')
      expect(proposals(had).first.skill.id).to eq('rhythm.six-eight')
    end

    it 'leaves out what pain holds' do
      held = [described_class::Hold.new(skill: 'body.ready', on: today, from: 'lesson', note: '')]
      expect(proposals([], holds: held).map { _1.skill.id }).to eq(['body.care'])
    end
  end

  describe 'what wants the teacher’s eye' do
    def looks(list, holds: [], **about)
      described_class::Attention.new(map, states(list, holds:), today:, holds:).list(last_seen: list.map(&:on).max, **about).map { [_1.kind, _1.words] }
    end

    it 'is pain first, then who was long not seen, stuck and rusty, and a measurement that is due' do
      list = marks('bow.hold', '70:1 50:1 20:1') + marks('body.ready', '60:2 50:2')
      hold = described_class::Hold.new(skill: 'bow.hold', on: today - 1, from: 'card', note: '')
      found = looks(list, holds: [hold], birth_year: 2017, measured_on: today - 200)
      expect(found.map(&:first)).to eq(%w[pain stuck rusty fit])
      expect(found.to_h).to match('pain' => /It hurt on 8 March.*The whole bow hold rests until you clear it/,
                                  'stuck' => 'Stuck since 29 December: The whole bow hold. Try an easier step: First finger on its side.', 'rusty' => 'Rusty: Balanced and loose.', 'fit' => /21 August 2025/)
    end

    it 'does not list as rusty what nobody could look at' do
      expect(looks(marks('body.ready', '60:2 50:2'))).to eq([['unseen', 'Not seen for 50 days.']])
    end

    it 'calls nobody stuck before three weeks, and measures grown-ups no more' do
      expect(looks(marks('bow.hold', '22:1 12:1 2:1')).map(&:first)).to eq([])
      expect(looks(marks('bow.hold', '23:1 12:1 2:1')).map(&:first)).to eq(['stuck'])
      expect(looks(marks('bow.hold', '2:2'), birth_year: 1980, measured_on: today - 999)).to eq([])
      expect(looks([])).to eq([['new', 'No marks yet: start with the first stones of the path.']])
    end
  end

  it 'stands the same on any day by what is remembered of the marks as by the marks (60 pupils of chance)' do
    random = Random.new(11)
    ids = map.ids.first(20)
    60.times do
      rules = described_class::Rules.build('rusty_days' => random.rand(10..40), 'stuck_days' => random.rand(7..30))
      given = Array.new(80) { described_class::Tail::Glimpse.new(ids.sample(random:), random.rand(0..3), today - random.rand(0..90), nil) }.sort_by(&:on)
      kept = described_class::States.new(given, today:, rules:, map:).standings
      [0, 1, 9, 30, 90].each do |days|
        day = today + days
        whole = described_class::States.new(given, today: day, rules:, map:)
        short = kept.on(day, rules)
        expect(map.ids.map { short.name(_1) }).to eq(map.ids.map { whole.name(_1) })
        looks = [whole, short].map { described_class::Attention.new(map, _1, today: day, rules:).list(last_seen: today) }
        expect(looks[1]).to eq(looks[0])
      end
      expect(kept.on(given.last.on - 1, rules)).to be_nil # a mark lies ahead
    end
  end

  it 'keeps of years of marks what still decides the state, whatever the rules are' do
    random = Random.new(5)
    rules = [nil, { 'secure_marks' => 6, 'steady_marks' => 4 }, { 'good' => 3 }, { 'good' => 1, 'stuck_days' => 7 }].map { described_class::Rules.build(_1) }
    200.times do
      all = random_marks(random, ['bow.slur'], 40).sort_by.with_index { |mark, at| [mark.on, at] }
      tail = described_class::Tail.of(all)
      rules.each do |rule|
        whole, short = [all, tail].map { states(_1, rules: rule) }
        expect([short.name('bow.slur'), [short.good_in_a_row('bow.slur'), 8].min]).to eq([whole.name('bow.slur'), [whole.good_in_a_row('bow.slur'), 8].min])
        stuck = [whole, short].map { described_class::Attention.new(map, _1, today:, rules: rule).stuck_skills.map(&:last) }
        expect(stuck.uniq.size).to eq(1)
      end
      expect(tail.size).to be <= 60
    end
  end

  it 'counts the same weeks from what still decides states as from every mark' do
    random = Random.new(8)
    ids = map.ids.first(12)
    20.times do
      all = random_marks(random, ids, 150)
      weeks = described_class::Progress.weekly(all, ids, today: today - 14, weeks: 4, map:)
      expect(weeks.map { [_1.started, _1.steady, _1.secure] }).to eq(weeks.map do |week|
        names = ids.map { |id| states(all.select { _1.on <= week.on }, today: week.on, map:).name(id) }.tally
        [names.fetch(:started, 0), names.fetch(:steady, 0) + names.fetch(:rusty, 0), names.fetch(:secure, 0)]
      end)
    end
  end

  it 'shows week by week how the path filled up' do
    weeks = described_class::Progress.weekly(marks('bow.slur', '30:1 20:2 10:2 2:3'), ['bow.slur'], today:, weeks: 5)
    expect(weeks.map { [_1.started, _1.steady, _1.secure] }).to eq([[1, 0, 0], [1, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]])
    expect(weeks.last.on).to eq(today)
  end
end
