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
      planner = Fawnmoss::Bowing::Planner.new([], catalogue.bow_weights('strong'))
      planner.send(:recovery?, stroke.call('D2 E2|', 60).copy(ideal:, link:))
    end
    expect([ways.call(0.5, true), ways.call(0.51, true), ways.call(0.5, false)]).to eq([true, false, nil].map { _1 || false })
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
