# frozen_string_literal: true

require_relative 'spec_helper'
require_relative 'support/path_steps'

# Numbers and guards at their edges: one less or more, with and without a rest, this note and not the other.
RSpec.describe 'edges' do
  include PathSteps

  let(:map) { catalogue.path('violin') }

  it 'knows the strong places of every meter' do
    table = { '2/4' => [2, 0], '3/4' => [2, 0, 0], '4/4' => [2, 0, 1, 0], 'C|' => [2, 0], '6/8' => [2, 0, 0, 1, 0, 0], '9/8' => [2, 0, 0, 1, 0, 0, 1, 0, 0],
              '12/8' => [2, 0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0], '8/4' => [2, 0, 0, 0, 1, 0, 0, 0] }
    found = table.to_h do |name, places|
      meter = Fawnmoss::Theory::Meter.parse(name)
      [name, places.each_index.map { meter.strength(Rational(4 * _1, meter.unit)) }]
    end
    expect(found).to eq(table)
    expect(Fawnmoss::Theory::Meter.parse('4/4').strength(5/2r)).to eq(0)
  end

  it 'keeps an accidental over a bar line for the tied note only' do
    pitches = ->(body) { tune(body, key: 'C').notes.map { _1.pitch.to_s } }
    expect(pitches.call('^G4-|G2 G2|')).to eq(%w[G#4 G#4 G4])
    expect(pitches.call('^G4-|G2 g2|')).to eq(%w[G#4 G#4 G5])
    expect(pitches.call('[^G=g]4-|[Gg]4|')).to eq(%w[G#4 G5 G#4 G5])
    expect(pitches.call('^G2 A2-|A2 G2|')).to eq(%w[G#4 A4 A4 G4])
  end

  it 'counts a short first bar as a pick-up only where another follows' do
    expect(tune('D E|D E F G|', meter: '4/4').bars.map(&:number)).to eq([0, 1])
    expect(tune('D E|', meter: '4/4').bars.map(&:number)).to eq([1])
  end

  it 'sees no trouble in a finger that has a rest to travel' do
    causes = ->(body) { chart(tune(body, key: 'C'), version: 'full').then { |solved| solved.spots.flat_map(&:causes) + solved.character } }
    expect(causes.call('E B E B|E B E B|E B E B|E B E B|')).to include('one finger on two strings')
    expect(causes.call('E z B z|E z B z|E z B z|E z B z|')).not_to include('one finger on two strings')
  end

  it 'says that an open string gives time for a shift on either side of it' do
    shifts = Fawnmoss::Analysis::Shifts.new(lead: 'old', slide: 'old')
    own = instrument('violin')
    place = ->(finger, name) { Fawnmoss::Instrument::Place.new(string: 2, finger:, hand: own.hand.positions(name).first, semitones: finger.zero? ? 0 : 3, placement: :natural) }
    note = tune('D E|').played.last
    slide = ->(from, to) { shifts.between(from, to, note, slurred: false).slide }
    expect([slide.call(place.call(0, '1'), place.call(1, '3')), slide.call(place.call(1, '1'), place.call(0, '3')), slide.call(place.call(2, '1'), place.call(1, '3'))])
      .to eq([nil, nil, 'old bow'])
  end

  it 'takes a recovery only after a note of a second, and only for a short one' do
    stroke = ->(body, tempo) { Fawnmoss::Bowing::Strokes.new(tune(body).played, Fawnmoss::Theory::Meter.parse('4/4'), asked(tempo:)).list[1] }
    expect([stroke.call('D2 E2|', 120), stroke.call('D2 E2|', 121)].map { _1.link.after_long }).to eq([true, false])
    ways = lambda do |ideal, after_long|
      link = Fawnmoss::Bowing::Link.new(asked_same: false, after_long:, crowd: 0)
      planner = Fawnmoss::Bowing::Planner.new(catalogue.bow_weights('strong'))
      planner.send(:recovery?, stroke.call('D2 E2|', 60).copy(ideal:, link:))
    end
    expect([ways.call(0.5, true), ways.call(0.51, true), ways.call(0.5, false)]).to eq([true, false, nil].map { _1 || false })
  end

  it 'asks more for a slur of its own over notes longer than 0.4 seconds, and on a down-bow' do
    weights = catalogue.bow_weights('strong')
    price = lambda do |tempo, direction|
      stroke = Fawnmoss::Bowing::Strokes.new(tune('D2 E F|G4|').played, Fawnmoss::Theory::Meter.parse('4/4'), asked(tempo:)).list[2]
      Fawnmoss::Bowing::Costs::Join.own_slur(stroke.copy(link: stroke.link.copy(crowd: 0)), direction, weights)
    end
    expect([price.call(150, :up), price.call(149, :up), price.call(150, :down)]).to eq([60, 80, 100])
  end

  it 'holds all bars of one rhythm to the way of most, as far as their notes allow' do
    bars = ->(joins) { Fawnmoss::Bowing::Rhythms.usual(strokes, joins) }
    expect(bars.call(%i[start change change change change hook change change hook])).to eq(1 => :change, 2 => :hook, 4 => :change, 5 => :hook, 7 => :change, 8 => :hook)
    expect(bars.call(%i[start change hook] * 3)).to eq({})
  end

  def strokes
    shaped = Fawnmoss::Bowing::Strokes.new(tune('D D3/2E/|F F3/2G/|A A3/2B/|', meter: '3/4').played, Fawnmoss::Theory::Meter.parse('3/4'), asked).list
    shaped.tap { |list| expect(list.map(&:bar)).to eq([1, 1, 1, 2, 2, 2, 3, 3, 3]) }
  end

  describe 'of the path' do
    it 'calls a skill stuck after three low marks, not after two' do
      look = ->(text) { Fawnmoss::Path::Attention.new(map, states(marks('sound.open', text)), today:, holds: []).stuck_skills.size }
      expect([look.call('40:1 20:1 0:1'), look.call('40:1 0:1'), look.call('40:1 20:1 0:2')]).to eq([1, 0, 0])
    end

    it 'says later from four unmet skills on' do
      known = states([])
      expect([1, 3, 4].map { Fawnmoss::Path::Readiness.level(map.ids.last(_1), known, map) }).to eq(%i[two_or_three two_or_three later])
    end

    it 'puts what unblocks more before what unblocks less' do
      ranked = Fawnmoss::Path::NextSkills.new(map, states(steady(*map.ids.first(6)))).list(6).map(&:skill)
      finder = Fawnmoss::Path::NextSkills.new(map, states(steady(*map.ids.first(6))))
      counts = ranked.map { finder.unblocks(_1) }
      expect(counts).to eq(counts.sort.reverse)
      expect(counts.uniq.size).to be > 1
    end

    it 'values the least minutes half, the usual ones whole, and the most a fifth more' do
      sizes = Fawnmoss::Path::Plan::Candidate.new(id: 'x', kind: 'look', points: 10, least: 2, usual: 4, most: 6).sizes
      expect(sizes).to eq([[2, 500], [3, 750], [4, 1000], [5, 1100], [6, 1200]])
    end
  end
end
