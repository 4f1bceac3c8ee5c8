# frozen_string_literal: true

require_relative 'spec_helper'
require 'yaml'

# The teacher's own hand: prices moved by the marks that a studio kept.
RSpec.describe Fawnmoss::Learning do
  before { stub_const('L', Fawnmoss::Learning) } # rubocop:disable RSpec/DescribedClass -- short, also where another class is described

  def tastes = catalogue.tastes
  def request(id = 'violin', **options) = Fawnmoss::Chart::Request.build(instrument: instrument(id), version: 'full', **options)
  def correction(score, pins, id = 'violin', **options) = L::Correction.new(score, request(id, pins:, **options), catalogue)
  def kept(correction, forgotten: [], **chart) = L::Kept.new(chart:, family: 'upper', correction:, forgotten:)

  # The hand that these corrections teach. off: tastes that are not followed.
  def learnt(*corrections, off: [], forgotten: [])
    L::Learner.new(tastes).learn(corrections.map { kept(_1, forgotten:) }, off:)
  end

  def hand(fingers: {}, bows: {}) = L::Hand.new(fingers:, bows:)
  def solved(score, **options) = Fawnmoss::Chart::Solve.call(score, request(**options), catalogue)

  let(:falling) { tune('d B A G|F2 D2|d c B A|G F D2|') }
  let(:fourths) { [pin('n3', finger: 4), pin('n10', finger: 4)] }

  describe 'prices of whole ways' do
    it 'adds up a fingering to what the solver found, and names the sounds where two ways part' do
      [chart(falling, version: 'full'), chart(tune('[DA]2 [EB]2|c a f c|A4|'), version: 'full'), chart(tune('D, E, F, G,|A, B, C D|C B, A,2|', key: 'Bb'), 'cello', version: 'full')].each do |made|
        problem = Fawnmoss::Chart::Problem.new(made.tune, made.request, catalogue)
        chain = Fawnmoss::Fingering::Chain.new(problem.sounds, problem.tempo)
        expect(chain.cost(problem.fingers.places, problem.terms)).to eq(problem.fingers.total)
        rival = problem.fingers.rival([2], 10_000)
        parted = chain.parted(problem.fingers.places, rival)
        gap = [problem.fingers.places, rival].map { chain.cost(_1, problem.terms, parted) }
        expect(gap.last - gap.first).to eq(chain.cost(rival, problem.terms) - problem.fingers.total)
        expect(parted).to include(2)
      end
    end

    it 'adds up a bowing to what the planner found, but for the bow that each stroke takes' do
      %w[comes strong].each do |school|
        problem = Fawnmoss::Chart::Problem.new(tune('D E F/G/ A|B2 z A|(FG) A B/A/|D4|'), request(bowing: school), catalogue)
        weights = catalogue.bow_weights(school)
        planned = problem.bows.planned
        taken = planned.sum { Fawnmoss::Bowing::Costs::Extent.cost(_1.stroke, _1.from, _1.to, weights) }
        expect(Fawnmoss::Bowing::Chain.cost(planned.map(&:stroke), planned.map { [_1.direction, _1.join] }, weights) + taken).to be_within(1e-6).of(problem.bows.cost)
      end
    end
  end

  describe Fawnmoss::Learning::Tastes do
    it 'moves prices that the tables have, each of one taste, within bounds that are no wider for what lies outside' do
      prices = { fingers: catalogue.weights('violin', 'full').keys, bows: catalogue.bow_weights('comes').keys }
      prices.each { |part, known| expect(tastes.movable(part) - known).to eq([]) }
      expect(tastes.all.flat_map { _1.prices.keys }.tally.values.uniq).to eq([1])
      moved = ->(share, price) { tastes.moved(:fingers, { position: price, hop: 25 }, { position: share }) }
      expect([moved.call(0.5, 25), moved.call(1.0, 25), moved.call(-1.0, 25)]).to eq([{ position: 225, hop: 25 }, { position: 400, hop: 25 }, { position: 0, hop: 25 }])
      expect([moved.call(1.0, 900), moved.call(-0.5, 900)]).to eq([{ position: 900, hop: 25 }, { position: 700, hop: 25 }])
      expect([[25, true], [400, true], [0, false], [1, false]].map { |price, up| tastes.room?(:fingers, :position, price, up:) }).to eq([true, false, false, true])
    end

    it 'takes violin and viola for one family' do
      expect(%w[violin viola cello bass].map { described_class.family(instrument(_1)) }).to eq(%w[upper upper cello bass])
    end
  end

  describe Fawnmoss::Learning::Hand do
    it 'comes back from plain data as it was, and knows when it is none' do
      own = hand(fingers: { 'upper' => { open_string: 0.25 } }, bows: { hook_up_up: -0.5 })
      expect(described_class.from_h(JSON.parse(JSON.generate(own.to_h)))).to eq(own)
      expect([own.none?, described_class::NONE.none?, hand(fingers: { 'upper' => {} }).none?]).to eq([false, true, true])
      expect(own.with(:fingers, 'cello', { shift: 1.7, position: 0.0001 }).fingers).to eq('upper' => { open_string: 0.25 }, 'cello' => { shift: 1.0 })
    end

    it 'is left without a taste in every family, the rest as it was' do
      own = hand(fingers: { 'upper' => { open_string: 0.25, shift: 0.5 }, 'bass' => { open_coming_down: 0.1 } }, bows: { hook_up_up: -0.5 })
      expect(own.without(tastes['fourth'])).to eq(hand(fingers: { 'upper' => { shift: 0.5 }, 'bass' => {} }, bows: { hook_up_up: -0.5 }))
      expect(own.without(tastes['triple'])).to eq(own.copy(bows: {}))
    end

    it 'opens to a school the joins that the marks ask for, and only what the pupil has' do
      opened = [{ hook_up_up: -0.1 }, { own_slur: -0.1 }, { hook_up_up: 0.1 }, { first_beat_up: 0.2 }].map { hand(bows: _1).opened }
      expect(opened).to eq([[:hook], [:slur], [], %i[hook slur]])
      own = hand(bows: { hook_up_up: -0.1 })
      expect(request(bowing: 'comes').repairs).to eq([:lift])
      expect(request(bowing: 'comes', hand: own).repairs).to eq(%i[hook lift])
      expect(request(bowing: 'comes', hand: own, joins: [:lift]).repairs).to eq([:lift])
    end
  end

  it 'learns from the marks that a chart kept, and uses it where nothing is marked' do
    taught = learnt(correction(falling, fourths), correction(tune('e d B A|G2 D2|'), [pin('n4', finger: 4)]))
    expect(taught.of('upper')[:open_coming_down]).to be_positive
    other = tune('c B A G|F4|')
    expect([fingers(solved(other)), fingers(solved(other, hand: taught))]).to eq(['A2 A1 A0 D3 D2', 'A2 A1 D4 D3 D2'])
    expect(solved(other, hand: taught).entries.map(&:hand)).to eq([nil, nil, 'open A', nil, nil])
    expect(solved(other, hand: taught).to_h[:notes].map { _1[:hand] }.compact).to eq(['open A'])
    expect(solved(other).entries.filter_map(&:hand)).to eq([])
    expect(fingers(solved(other, fourth: 'open', learnt: [], hand: taught))).to eq('A2 A1 A0 D3 D2') # never a finger that the pupil has not
  end

  it 'says nothing about open strings that the melody does not come down to, when all marks are on such that it does' do
    taught = learnt(correction(falling, fourths), correction(tune('e d B A|G2 D2|'), [pin('n4', finger: 4)]))
    expect(taught.of('upper').keys & (tastes['fourth'].prices.keys - [:open_coming_down])).to eq([])
    others = [tune('A2 A2|A4|D2 A2|D4|'), tune('A A/A/ A A/A/|A D F A|'), tune('D E F A|E A D2|')]
    others.each { |score| expect(fingers(solved(score, hand: taught))).to eq(fingers(solved(score))) }
    rising = learnt(*Array.new(2) { correction(tune('F G A2|G A B2|F G A2|'), [pin('n3', finger: 4), pin('n5', finger: 4), pin('n9', finger: 4)]) })
    expect(rising.of('upper').keys & %i[open_string known_fourth_finger]).not_to eq([]) # marks elsewhere do say something
  end

  it 'learns a bowing likewise, says so, and leaves the charts of others as they were' do
    waltz = tune('D E F|G A B|A G F|D3|', meter: '3/4')
    taught = learnt(*Array.new(3) { correction(waltz, [pin('n3', join: :hook), pin('n6', join: :hook), pin('n9', join: :hook)], bowing: 'comes') })
    other = tune('F G A|B A G|F E D|D3|', meter: '3/4')
    changed = solved(other, bowing: 'comes', hand: taught)
    expect([directions(solved(other, bowing: 'comes')), directions(changed)]).to eq(%w[DUDUDUDUDU DUUDUUDUUD])
    expect(changed.entries.map(&:hand).compact.uniq).to eq(%w[down-bow up-bow])
    expect(taught.fingers.values.all?(&:empty?)).to be(true)
  end

  it 'is the same from the same marks, moves nothing without marks or where they agree, and nothing of a taste that is switched off' do
    twice = Array.new(2) { learnt(correction(falling, fourths), correction(tune('D E F G|'), [])) }
    expect(twice.uniq.size).to eq(1)
    expect(learnt(correction(falling, []))).to eq(described_class::Hand::NONE)
    expect(learnt(correction(tune('D F D F|D4|'), [pin('n2', finger: 2)]))).to eq(described_class::Hand::NONE)
    expect([learnt(correction(falling, fourths), off: ['fourth']), learnt(correction(falling, fourths), forgotten: ['fourth'])].uniq).to eq([described_class::Hand::NONE])
    expect(learnt(correction(falling, fourths.first(1)))).to eq(described_class::Hand::NONE) # one mark is no habit
    expect(learnt(correction(tune('D E|'), [pin('n1', finger: 0, string: 'E')]))).to eq(described_class::Hand::NONE) # cannot be played: counts nothing
  end

  it 'never goes past its bounds, however many marks say the same' do
    many = learnt(*Array.new(30) { correction(falling, fourths) })
    prices = catalogue.prices(request(hand: many))
    expect(prices.slice(*tastes['fourth'].prices.keys).all? { |name, price| price.between?(*tastes['fourth'].prices[name]) }).to be(true)
    expect(many.of('upper').values.map(&:abs).max).to be <= 1
  end

  it 'counts for every mark the first taste it speaks of, on its side' do
    found = ->(score, pins, id = 'violin', **options) { correction(score, pins, id, **options).signs.map { [_1.taste, _1.one, _1.bar, _1.falling] } }
    expect(found.call(falling, fourths)).to eq([['fourth', true, 1, true], ['fourth', true, 3, true]])
    expect(found.call(tune('D E F A|B4|'), [pin('n4', finger: 4)])).to eq([['fourth', true, 1, false]])
    expect(found.call(tune('F G A B|'), [pin('n2', position: '3')])).to include(['home', false, 1, false])
    expect(found.call(tune('D E F G|'), [pin('n2', finger: 1)])).to eq([])
    expect(found.call(tune('A B c=c|', key: 'A'), [pin('n3', finger: 2, position: '1')], 'cello')).to eq([]) # as the engine has it
    expect(found.call(tune('D E F|G A B|D3|', meter: '3/4'), [pin('n3', join: :hook)], bowing: 'comes')).to eq([['triple', true, 1, false]])
    expect(found.call(tune('D E F|G A B|D3|', meter: '3/4'), [pin('n3', join: :change)], bowing: 'strong')).to eq([['triple', false, 1, false]])
    expect(found.call(tune('D E F|G A B|D3|', meter: '3/4'), [pin('n4', direction: :down)], bowing: 'comes')).to eq([['beats', true, 2, false]])
  end

  it 'says habits in sentences with their evidence' do
    sign = ->(one, bar, falling = true, taste = 'fourth') { described_class::Signs::Sign.new(taste:, one:, bar:, falling:) }
    made = ->(signs) { instance_double(L::Correction, signs:) }
    found = [kept(made.call([sign.call(true, 2), sign.call(true, 2), sign.call(false, 5)]), chart: 1, title: 'Hill'), kept(made.call([sign.call(true, 1)]), chart: 2, title: 'Dale'),
             kept(made.call([sign.call(false, 1, false, 'lifts'), sign.call(false, 4, false, 'lifts'), sign.call(true, 3, false, 'beats')]), chart: 3, title: 'Moor'),
             kept(made.call([true, true, false, false].map { sign.call(_1, 3, false, 'ends') }), chart: 4, title: 'Fen'),
             kept(made.call([sign.call(true, 1)]), forgotten: ['fourth'], chart: 5, title: 'Weir')]
    habits = described_class::Habits.new(tastes).list(found)
    expect(habits.map(&:words)).to eq(['You take the fourth finger rather than the open string, coming down: 3 of 4 times',
                                       'You go on without lifting at the end of a phrase: 2 of 2 times'])
    expect(habits.first.where).to eq([{ chart: 1, title: 'Hill', bars: [2] }, { chart: 2, title: 'Dale', bars: [1] }])
  end

  describe Fawnmoss::Learning::PretendTeacher do
    it 'has fewer marks to set in tunes it has not seen, once the hand has learnt from others' do
      teacher = described_class.all.find { _1.name == 'hooks in 3/4' }
      tunes = ['D E F|G A B|A G F|D3|', 'A F D|G E C|B G E|A3|', 'd c B|A G F|E F G|D3|', 'F A d|e c A|B G E|D3|'].map { tune(_1, meter: '3/4') }
      free = Fawnmoss::Chart::Request.build(instrument: instrument('violin'), **teacher.options)
      marks = ->(score, own = nil) { teacher.correct(score, free.copy(hand: own), catalogue) }
      taught = learnt(*tunes.first(2).map { Fawnmoss::Learning::Correction.new(_1, free.copy(pins: marks.call(_1)), catalogue) })
      counts = [nil, taught].map { |own| tunes.last(2).sum { marks.call(_1, own).size } }
      expect(counts).to eq([6, 0])
    end

    it 'stops where its wish cannot be played' do
      stubborn = described_class.new('impossible', 'violin', {}) { |_, at| { finger: 4, string: 'E' } if at.zero? }
      expect(stubborn.correct(tune('G,4|D4|'), request, catalogue)).to eq([])
    end
  end
end
