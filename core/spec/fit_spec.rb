# frozen_string_literal: true

require_relative 'spec_helper'
require 'open3'

# Sizes, tapes and strips: the guide's page on instruments.
RSpec.describe 'fit' do
  include PathSteps

  let(:sizes) { Fawnmoss::Instrument::Sizes }
  let(:strip) { Fawnmoss::Instrument::Strip }

  it 'finds a violin by the arm, and between two sizes the smaller' do # table from memory, as the guide says
    table = catalogue.sizes['violin']
    expect([60, 58, 57.9, 55, 50.1, 46, 42, 39, 35, 34].map { sizes.for(table, _1).size }).to eq(['4/4', '4/4', '3/4', '3/4', '1/2', '1/4', '1/8', '1/10', '1/16', nil])
    expect(sizes.for(table, 57.2).note).to start_with('Nearly 4/4 (from 58 cm): between two sizes take the smaller.')
    expect(sizes.for(table, 56).note).to start_with('Table from memory')
    expect(sizes.for(nil, 50)).to have_attributes(size: nil, note: /chosen with the instrument/)
    [10, 120].each { |arm| expect { sizes.for(table, arm) }.to raise_error(Fawnmoss::InvalidInput, /cannot be/) }
  end

  # GNU units, a second program that knows the arithmetic; see docs/references.md.
  it 'places every tape where units computes it' do
    checks = { ['violin', 328] => [2, 4, 5, 7], ['viola', 375] => [2, 5], ['cello', 690] => [2, 4, 5], ['bass', 1060] => [2, 4, 7] }
    checks.each do |(id, length), semitones|
      ours = Fawnmoss::Instrument::Tapes.for(instrument(id), length:).to_h { [_1[:semitones], _1[:mm]] }
      semitones.each do |count|
        out, = Open3.capture2('units', '-t', "#{length} mm (1 - semitone^-#{count})", 'mm')
        expect(ours[count]).to be_within(0.051).of(out.to_f)
      end
    end
  end

  it 'cuts a strip into pieces that fit the paper, none of them through a tape' do
    random = Random.new(4)
    40.times do
      tapes = Array.new(random.rand(1..6)) { { mm: random.rand(20.0..900.0).round(1), label: '1' } }
      %w[A4 Letter].each do |paper|
        pieces = strip.pieces(tapes, paper:)
        expect(pieces.map { _1.to - _1.from }.max).to be <= strip::LENGTHS[paper]
        expect(pieces.each_cons(2)).to all(satisfy { |a, b| a.to == b.from })
        expect(pieces.flat_map { |piece| piece.marks.map { [_1[:mm], (piece.from + _1[:at]).round(1)] } }).to match_array(tapes.map { [_1[:mm], _1[:mm]] })
        expect(pieces.drop(1).flat_map { |piece| tapes.map { (_1[:mm] - piece.from).abs } }.min || 99).to be >= 8
      end
    end
    expect { strip.pieces([], paper: 'A4') }.to raise_error(Fawnmoss::InvalidInput)
  end

  it 'proposes to take a tape off when its finger goes by itself' do
    map = catalogue.path('cello')
    tapes = instrument('cello').tapes
    propose = ->(list) { Fawnmoss::Path::TapesOff.list(tapes, { 2 => today - 90, 4 => today - 90 }, states: states(list), map:).map(&:semitones) }
    expect(propose.call([])).to eq([])
    expect(propose.call(marks('left.steps', '20:3 9:3 1:3'))).to eq([2])
    expect(propose.call(marks('left.steps', '20:3 9:3 1:3') + marks('pattern.third-or-second', '20:3 9:3 1:3') + marks('left.fourth-low', '20:3 9:3 1:3'))).to eq([2, 4]) # the third tape is not on
    expect(tapes.map { _1['skill'] } - map.ids).to eq([])
  end

  describe 'the warm-up' do
    def routine(**about) = Fawnmoss::Practice::Routine.new(catalogue.warm_ups, instrument: 'violin', schools: ['french'], **about)

    it 'warms the body first, then forms the hold, and fits the minutes' do
      (1..20).each do |minutes|
        (0..5).each do |day|
          steps = routine.steps(minutes:, day:)
          parts = steps.map { Fawnmoss::Practice::Routine::PARTS.index(_1.part) }
          expect([parts.first, parts]).to eq([0, parts.sort])
          expect(steps.sum(&:length)).to be <= (minutes * 60) + 20
        end
      end
      expect { routine.steps(minutes: 0) }.to raise_error(Fawnmoss::InvalidInput)
    end

    it 'gives children play-sized doses of what strengthens, and rests and cautions with it' do
      times = ->(age) { routine(age:).all.to_h { [_1.id, _1.times] } }
      expect(times.call(7).values_at('press', 'make', 'shoulders')).to eq([3, 3, 5])
      expect(times.call(12).values_at('press', 'make')).to eq([5, 5])
      expect(routine(age: nil).all.select { %w[press make walk].include?(_1.id) }).to all(have_attributes(caution: be_a(String), rest: be >= 10))
    end

    it 'has everything the practice page names, for every hold' do
      ids = routine.all.map(&:id)
      expect(ids).to include('form', 'give', 'make', 'press', 'walk', 'upside', 'tilt', 'wrist', 'forearm', 'tiny', 'rocking', 'elbow', 'whole-arm', 'long')
      german = Fawnmoss::Practice::Routine.new(catalogue.warm_ups, instrument: 'bass', schools: %w[german 1-2-4]).all.map(&:id)
      expect(german).to include('form-german', 'swing', 'swing-own', 'carry').and(satisfy { !_1.intersect?(%w[form give make press walk upside]) })
    end
  end
end
