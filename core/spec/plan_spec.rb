# frozen_string_literal: true

require_relative 'spec_helper'

# The lesson plan: the guide's page on the path; the points are ours (docs/engine-text.md).
RSpec.describe Fawnmoss::Path::Plan do
  include PathSteps

  let(:map) { catalogue.path('violin') }
  let(:work) { described_class::Work.new(tune: 3, title: 'Brook Song', key: 'G major', spots: ['Bars 3 and 4: crossing'], unmet: ['pattern.1-2-close'], since: today - 10, last: 2) }
  # A pupil some way along: the first stones steady, one failed last time, one slurring.
  let(:some_way) { steady(*map.of(map.before('pattern.landing') | map.before('bow.slur') | map.before('rhythm.eighths') | map.before('crossing.skip') | map.before('scale.slur-2'))) + marks('rhythm.eighths', '9:2 1:1') + marks('bow.slur', '3:1') }

  def situation(marks = [], minutes: 30, **more) = described_class::Situation.build(map, today:, minutes:, marks:, **more)
  def plan(marks = [], **more) = described_class.for(situation(marks, **more))
  def wishes(**more) = described_class::Wishes.build(**more)
  def ids(lesson) = lesson.items.map(&:id)
  def promise(kind, ref, **more) = described_class::Promise.new(kind:, ref:, title: 'Something', on: today - 7, why: 'promised', **more)

  def random_situation(random)
    list = random_marks(random, map.ids.first(random.rand(5..60)), 300)
    holds = random.rand < 0.2 ? [Fawnmoss::Path::Hold.new(skill: map.ids.sample(random:), on: today - 3, from: 'card', note: '')] : []
    promises = random.rand < 0.3 ? [promise('skill', map.ids.sample(random:)), promise('own', '1')] : []
    situation(list, minutes: random.rand(5..90), tunes: random.rand < 0.5 ? [work] : [], holds:, promises:)
  end

  it 'goes from the body to the card: warm-up, open strings, scale or pattern, due looks, spots, one new thing, the tune, the work for home' do
    lesson = plan(some_way, tunes: [work])
    expect(lesson.items.map(&:kind).chunk_while { |one, other| one == other }.map(&:first)).to eq(%w[warm-up sound scale review spots new tune card])
    expect(lesson.items.sum(&:minutes) + lesson.spare).to eq(30)
    expect(ids(lesson)).to include('review rhythm.eighths', 'spots 3', 'tune 3')
    expect(lesson.items.find { _1.id == 'review rhythm.eighths' }).to have_attributes(reasons: ['due today: it was 1 on 8 March'], checks: include('Pairs are even'), skill: 'rhythm.eighths')
    expect(lesson.items.flat_map(&:reasons)).to all(match(/\w/))
  end

  it 'begins a new pupil at the beginning, with two new things at most' do
    lesson = plan(minutes: 20)
    expect(ids(lesson)).to eq(['warm-up', 'new body.ready', 'new body.care', 'card'])
    expect(plan(minutes: 20, rules: Fawnmoss::Path::Rules.build('new_things' => 1)).items.count { _1.kind == 'new' }).to eq(1)
  end

  it 'never exceeds its minutes, never has more than two new things, and puts nothing before what it rests on' do
    random = Random.new(21)
    80.times do
      at = random_situation(random)
      lesson = described_class.for(at)
      expect([lesson.items.sum(&:minutes), lesson.items.map(&:minutes).min]).to match([be <= at.minutes, be >= 1])
      expect(lesson.items.count { _1.kind == 'new' }).to be <= 2
      skills = lesson.items.filter_map(&:skill)
      expect(skills.uniq).to eq(skills)
      skills.each_with_index { |skill, place| expect(map.of(map.before(skill)) & skills.drop(place + 1)).to be_empty }
      unasked = lesson.items.select { |item| item.kind == 'new' && at.promises.none? { _1.ref == item.skill } }
      unasked.each { |item| expect(map[item.skill].needs).to all(satisfy { at.states.had?(_1) }) }
      expect(skills & at.holds.map(&:skill)).to be_empty
    end
  end

  it 'chooses the best there is: as every other way to fill the time shows, on small cases' do
    random = Random.new(8)
    60.times do
      list = Array.new(random.rand(2..6)) do |at|
        least = random.rand(1..3)
        usual = least + random.rand(0..3)
        kind = at.zero? ? 'review' : %w[review new tune].sample(random:)
        described_class::Candidate.new(id: at.to_s, kind:, points: random.rand(1..40), least:, usual:, most: usual + random.rand(0..2), must: random.rand < 0.15, after: kind == 'new' && at.positive? && random.rand < 0.4 ? ['0'] : [])
      end
      minutes = random.rand(3..14)
      choice = described_class::Fill.new(list, minutes, 2).best
      expect(choice&.value).to eq(by_hand(list, minutes))
      expect(choice.chosen.values.sum).to be <= minutes if choice
    end
  end

  # Every choice of sizes that is allowed, one by one; the value of the best.
  def by_hand(list, minutes)
    options = list.map { |one| [*(nil unless one.must), *one.sizes].then { one.must ? one.sizes : [nil, *one.sizes] } }
    options.first.product(*options.drop(1)).filter_map do |sizes|
      chosen = list.zip(sizes).select(&:last)
      names = chosen.map { _1.first.id }
      next if chosen.sum { _1.last[0] } > minutes || chosen.count { |one, _| one.new? } > [2, list.count { _1.new? && _1.must }].max
      next unless chosen.all? { |one, _| (one.after - names).empty? }

      chosen.sum { _1.last[1] }
    end.max
  end

  it 'drops, fixes, adds and moves what the teacher says, and refits the rest' do
    before = plan(some_way, tunes: [work])
    dropped = plan(some_way, tunes: [work], wishes: wishes(dropped: ['spots 3']))
    expect(ids(dropped)).not_to include('spots 3')
    expect(dropped.dropped).to eq([['Spots of Brook Song', 'spots 3']])
    expect(dropped.items.sum(&:minutes)).to eq(30)
    fixed = plan(some_way, tunes: [work], wishes: wishes(minutes: { 'tune 3' => 15 }))
    expect(fixed.items.find { _1.id == 'tune 3' }).to have_attributes(minutes: 15, pinned: true)
    expect(fixed.items.sum(&:minutes)).to be <= 30
    added = plan(some_way, tunes: [work], wishes: wishes(added: ['bow.slur'], own: [{ id: 'own a', title: 'Sing it', words: 'With la.' }]))
    expect(ids(added)).to include('review bow.slur', 'own a')
    moved = plan(some_way, tunes: [work], wishes: wishes(order: ['tune 3', 'spots 3']))
    expect(ids(moved).index('tune 3')).to be < ids(moved).index('spots 3')
    expect(ids(moved).sort).to eq(ids(before).sort)
  end

  it 'gives the place of what was dropped to what comes after it' do
    long_ago = some_way.map { _1.copy(on: _1.on - 10) }
    lesson = plan(long_ago, minutes: 30)
    %w[review new].each do |kind|
      count = ->(one) { one.items.count { _1.kind == kind } }
      out = lesson.items.select { _1.kind == kind }.map(&:id)
      again = plan(long_ago, minutes: 30, wishes: wishes(dropped: out))
      expect([out.size, count.call(again)]).to match([be >= 1, count.call(lesson)]), kind
      expect(ids(again) & out).to be_empty
      expect(again.dropped.map(&:last)).to match_array(out)
    end
  end

  it 'keeps a skill out under every heading once it is dropped under one, and offers it back' do
    list = some_way + marks('pattern.landing', '9:1')
    lead = plan(list).items.find { _1.kind == 'scale' }
    [lead.id, "review #{lead.skill}"].each do |id|
      lesson = plan(list, wishes: wishes(dropped: [id]))
      expect(lesson.items.map(&:skill)).not_to include(lead.skill)
      expect(lesson.dropped).to eq([[lead.title, id]])
      expect(lesson.items.sum(&:minutes) + lesson.spare).to eq(30)
    end
  end

  it 'keeps what rests on another thing behind it, and says so, when the teacher moves it ahead' do
    list = steady('body.ready', 'rhythm.beat') + marks('body.shoulders', '9:1') + marks('body.hold-up', '8:1')
    lesson = plan(list, wishes: wishes(order: ['review body.hold-up', 'review body.shoulders'], added: %w[body.hold-up body.shoulders]))
    expect(ids(lesson).index('review body.shoulders')).to be < ids(lesson).index('review body.hold-up')
    expect(lesson.warnings).to include('The instrument rests by itself stays behind Shoulders that hang: it rests on it.')
  end

  it 'calls an item by its kind and what it is about, and finds that again' do
    id = described_class::ItemId
    expect(['review bow.slur', 'tune 4', 'own 7', 'own k1', 'card'].map { id.parse(_1).then { |one| [one.skill, one.tune, one.promise] } })
      .to eq([['bow.slur', nil, nil], [nil, 4, nil], [nil, nil, 7], [nil, nil, nil], [nil, nil, nil]])
    expect([id.parse('spots 4').with(9).to_s, id.text('rest', 1), id.text('card')]).to eq(['spots 9', 'rest 1', 'card'])
    expect(['Play it', 'tune 4 5', "tune 4\n", ''].map { id.parse(_1) }).to eq([nil, nil, nil, nil])
    all = [plan(some_way, tunes: [work]), plan([], first_lessons: catalogue.first_lessons, minutes: 60)].flat_map(&:items)
    expect(all.reject { |item| id.parse(item.id).then { _1.kind == item.kind && (item.kind == 'free' || _1.skill == item.skill) } }).to eq([])
  end

  it 'refuses minutes and wishes that cannot be, and plans 5 and 180' do
    [4, 181].each { |minutes| expect { plan(minutes:) }.to raise_error(Fawnmoss::InvalidInput, /cannot be planned/) }
    expect { plan(some_way, tunes: [work], wishes: wishes(minutes: { 'tune 3' => 31 })) }.to raise_error(Fawnmoss::InvalidInput, /31 minutes/)
    expect { plan(some_way, tunes: [work], wishes: wishes(minutes: { 'tune 3' => 20, 'spots 3' => 20 })) }.to raise_error(Fawnmoss::InvalidInput, /fixed items take 40 of 30/)
    expect { plan(some_way, minutes: 5, wishes: wishes(own: Array.new(6) { { id: "own #{_1}", title: 'x', words: '' } })) }.to raise_error(Fawnmoss::InvalidInput, /longer than the lesson/)
    expect(plan(some_way, minutes: 5).items.sum(&:minutes)).to be_between(3, 5)
    long = plan(some_way, minutes: 180, tunes: [work])
    expect(long.items.count { _1.kind == 'rest' }).to eq(4)
    expect(long.items.first(3).map(&:kind)).not_to include('rest')
    expect(long.items.map(&:kind).each_cons(2)).not_to include(%w[rest rest])
  end

  it 'keeps promises first, and gives a word of caution about what comes early' do
    lesson = plan(some_way, tunes: [work], promises: [promise('own', '7', title: 'Bring the concert programme'), promise('skill', 'position.next'), promise('skill', 'bow.hold')])
    expect(ids(lesson)).to include('own 7', 'review bow.hold')
    expect(lesson.items.find { _1.id == 'review bow.hold' }.reasons.first).to eq('promised on 2 March')
    early = 'rests on Two octaves in one place and Fourth finger, matched with the open string, not steady yet'
    expect(lesson.warnings).to eq(["Living in third position #{early}."])
    expect(lesson.items.find { _1.id == 'new position.next' }.reasons).to eq(['promised on 2 March', early])
  end

  it 'takes up whatever the teacher asks for, however early, with a word of caution and no refusal' do
    map.ids.sample(20, random: Random.new(3)).each do |id|
      lesson = plan(wishes: wishes(added: [id]), minutes: 45)
      expect([id, lesson.items.map(&:skill)]).to match([id, include(id)])
      expect(lesson.warnings).to(map[id].needs.empty? ? be_empty : match([/\A#{Regexp.escape(map[id].name)} rests on .*, not steady yet\.\z/]))
    end
    hurting = Fawnmoss::Path::Hold.new(skill: 'bow.slur', on: today - 1, from: 'card', note: '')
    expect(plan(wishes: wishes(added: ['bow.slur']), holds: [hurting]).items.map(&:skill)).not_to include('bow.slur')
    expect(plan(wishes: wishes(added: ['bow.slur'], dropped: ['new bow.slur'])).warnings).to be_empty
  end

  it 'fills its minutes, whatever the pupil and the time, and has music while no tune is in work' do
    random = Random.new(5)
    60.times do
      at = random_situation(random).copy(first_lessons: catalogue.first_lessons, age: [6, 30, nil].sample(random:), minutes: random.rand(10..90))
      lesson = described_class.for(at)
      expect([at.minutes, at.age, lesson.spare]).to eq([at.minutes, at.age, 0])
      expect(lesson.left_out.map(&:last)).not_to include(/free/)
    end
    lesson = plan(some_way, first_lessons: catalogue.first_lessons, minutes: 30)
    expect(lesson.items.find { _1.kind == 'free' }).to have_attributes(title: 'Play something', reasons: ['no tune is in work'])
    expect(plan(some_way, first_lessons: catalogue.first_lessons, tunes: [work]).items.map(&:kind)).not_to include('free')
  end

  it 'has what is shown once for good after one mark, until it is marked 0' do
    states = ->(text) { Fawnmoss::Path::States.new(marks('body.care', text), today:, map:) }
    expect(%w[90:1 3:2].map { states.call(_1).name('body.care') } + [states.call('3:0').name('body.care'), states.call('9:2 3:0').name('body.care')]).to eq(%i[steady steady started started])
    expect(states.call('90:1').of('body.care').why).to start_with('shown on ')
    expect(Fawnmoss::Path::Review.all(map, states.call('90:1'), today:)).to be_empty
  end

  it 'asks about pain first and leaves out what it holds' do
    hold = Fawnmoss::Path::Hold.new(skill: 'rhythm.eighths', on: today - 1, from: 'card', note: 'thumb')
    lesson = plan(some_way, tunes: [work], holds: [hold])
    expect(lesson.items.first).to have_attributes(kind: 'talk', reasons: ['It hurt on 8 March (told from a card): thumb.'], caution: /doctor/)
    expect(lesson.items.map(&:skill)).not_to include('rhythm.eighths')
  end

  it 'takes a new pattern that rests on a rusty one together with the look at that, which leads the patterns' do
    steps = map['pattern.1-2-close'].needs
    rusty = map.of(map.before('pattern.1-2-close')).flat_map { steps.include?(_1) ? marks(_1, '60:2 50:3 40:3') : steady(_1) }
    given = { minutes: 45, rules: Fawnmoss::Path::Rules.build('kept_up' => 0) }
    added = wishes(added: ['pattern.1-2-close'])
    expect(plan(rusty, **given, wishes: added).items.map(&:skill)).to include('pattern.1-2-close', *steps)
    without = plan(rusty, **given, wishes: added.copy(dropped: steps.map { "review #{_1}" }))
    expect(without.items.map(&:skill) & ['pattern.1-2-close', *steps]).to be_empty
  end

  it 'takes a new thing that rests on a rusty one only together with a look at that' do
    rusty = map.of(map.before('bow.slur')).flat_map { marks(_1, '60:2 50:3 40:3') }
    lesson = plan(rusty, minutes: 45, rules: Fawnmoss::Path::Rules.build('kept_up' => 0), wishes: wishes(added: ['bow.slur']))
    expect(ids(lesson)).to include('new bow.slur', *map['bow.slur'].needs.map { "review #{_1}" })
  end

  it 'finds a look back worth more the later it is, up to a cap, less when it is secure, and more when it failed' do
    rest = steady(*map.of(map.before('rhythm.eighths') | map.before('bow.slur')))
    points = lambda do |marked|
      at = situation(rest + marks('rhythm.eighths', marked), minutes: 60)
      described_class::Sources::Looks.new(at).others([]).to_h { [_1.id, _1.points] }['review rhythm.eighths']
    end
    # 20 points, and 10 for every interval past due, 30 at the most; 12 and 8 at the most when it is secure; 10 more when it failed.
    expect(['12:2 8:2', '30:2 20:2', '60:2 27:2'].map(&points)).to eq([36, 50, 50])
    expect(points.call('40:2 30:2 27:3')).to eq(20)
    expect(['9:2 1:1', '20:2 10:1', '60:2 50:2 27:1'].map(&points)).to eq([30, 60, 60])
  end

  it 'says what did not fit, and plans when everything is secure or nothing is known' do
    short = plan(some_way, minutes: 10, tunes: [work])
    expect(short.left_out.map(&:first)).to include('Spots of Brook Song')
    secure = map.ids.flat_map { marks(_1, '20:3 10:3 2:3') }
    expect(plan(secure, tunes: [work.copy(unmet: [])]).items.map(&:kind)).to include('warm-up', 'tune', 'card')
    expect(plan(secure).items.sum(&:minutes)).to be_between(5, 30)
  end

  it 'fits what is left of a lesson into the minutes left, and never stretches it' do
    items = plan(some_way, tunes: [work]).items
    fitted, late = described_class::Refit.call(items.drop(3), 8)
    expect([fitted.sum(&:minutes), fitted.map(&:minutes).min, late]).to eq([8, 1, []])
    expect(described_class::Refit.call(items.drop(3), 2)).to match([[have_attributes(minutes: 1), have_attributes(kind: 'card', minutes: 1)], be_an(Array)])
    expect(described_class::Refit.call(items, 90)).to eq([items, []])
    expect(described_class::Refit.call(items, 0).first).to eq([])
  end

  it 'looks lessons ahead, supposing that all goes well' do
    plans = described_class.ahead(situation(some_way, tunes: [work]), [today, today + 7, today + 14])
    news = plans.map { |lesson| lesson.items.select { _1.kind == 'new' }.map(&:skill) }
    expect(plans.size).to eq(3)
    expect(news.flatten.uniq.size).to eq(news.flatten.size)
    expect(plans[0]).to eq(described_class.for(situation(some_way, tunes: [work])))
  end
end
