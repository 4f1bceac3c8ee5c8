# frozen_string_literal: true

require_relative 'spec_helper'

# What every term and rule of the fingering costs on a small step, in numbers that stand nowhere else: a changed constant,
# comparison or guard shows here. The weights are made up so that each can be told from the others.
RSpec.describe Fawnmoss::Fingering::Costs do
  # In order, 100 apart from 1000 on.
  def names
    %i[crossing slurred_crossing skip slurred_skip there_and_back open_string long_open_string open_for_four fourth_finger known_fourth_finger odd_finger
       stretch known_stretch open_hand high_open_hand closing two_fingers one_finger_fifth hop fourth_hop wide_hop slide chromatic_slide other_finger shift
       shift_chain shift_soon passed_over position half_position first_position start_away open_between open_coming_down idle_fourth elsewhere]
  end

  def weights
    shares = { opened_in_peace: 60, opened_in_passing: 150, shift_at_bow_change: 90, shift_in_slur: 170, shift_with_time: 80, shift_near: 85, shift_by_first: 75,
               shift_on_one_finger: 70 }
    names.each_with_index.to_h { |name, at| [name, 1000 + (100 * at)] }.merge(shares, shift_per_semitone: 10)
  end

  def setting(id = 'violin', fourth: 'either', learnt: %i[fourth stretch], home: '1')
    Fawnmoss::Fingering::Setting.new(weights:, instrument: instrument(id), fourth:, learnt:, home:, tempo: 60)
  end

  # "A2", "E4(3)", "G4x(1)" of an instrument; x: extended.
  def place(text, id = 'violin')
    string, finger, extended, position = text.match(/\A([A-G])(\d)(x?)(?:\((.+)\))?\z/).captures
    own = instrument(id)
    at = own.string_names.index(string)
    hands = own.hand.positions(position || '1')
    hand = extended == 'x' ? hands.find(&:open_hand?) || hands.first : hands.reject(&:open_hand?).first
    return Fawnmoss::Instrument::Place.new(string: at, finger: 0, hand:, semitones: 0, placement: :open) if finger == '0'

    found = (1..14).flat_map { |step| spelled(own.open[at], step).flat_map { own.hand.places(_1, own.open[at], at, hand) } }
    found.select { _1.finger == finger.to_i }.find { extended == 'x' ? _1.placement == :extended : %i[natural high closed].include?(_1.placement) }
  end

  # The pitches that lie some semitones above an open string, by letter.
  def spelled(open, semitones)
    names = %w[C D E F G A B].product(['', '#', 'b'], (1..6).to_a).map { |letter, sign, octave| "#{letter}#{sign}#{octave}" }
    names.map { Fawnmoss::Theory::Pitch.parse(_1) }.select { _1.midi == open.midi + semitones }
  end

  def move(slurred: false, rest: false, pace: 100, chromatic: false, joined: false, again: false)
    Fawnmoss::Fingering::Move::KNOWN.fetch([slurred, rest, pace, chromatic, joined, again])
  end

  def step(term, from, to, id: 'violin', of: {}, before: nil, settled: 2, **kind)
    own = instrument(id).string_names.index(before) if before
    going = Fawnmoss::Fingering::Step.new(from: place(from, id), to: place(to, id), move: move(**kind), before: own, settled:)
    described_class.const_get(term).new(setting(id, **of)).cost(going)
  end

  def alone(term, text, id: 'violin', seconds: 0.5, index: 1, **of)
    note = instance_double(Fawnmoss::Score::Played, duration: Rational(seconds), index:)
    described_class.const_get(term).new(setting(id, **of)).cost(Fawnmoss::Fingering::Step.new(to: place(text, id), note:))
  end

  it 'prices crossings and jumps' do
    table = { %w[D1 D2] => 0, %w[D1 A1] => 1000, %w[D0 A0] => 500, %w[D0 A1] => 1000 }
    expect(table.to_h { |(from, to), _| [[from, to], step(:Crossing, from, to)] }).to eq(table)
    expect([step(:Crossing, 'D1', 'A1', slurred: true), step(:Crossing, 'D1', 'A1', pace: 250)]).to eq([2100, 2500])
    expect([step(:Skip, 'D1', 'A1'), step(:Skip, 'G1', 'A1'), step(:Skip, 'G1', 'E1'), step(:Skip, 'G1', 'A1', slurred: true)]).to eq([0, 1200, 2400, 2500])
  end

  it 'prices there and back, but not over a rest, and says where it applies' do
    back = ->(from, to, before, **kind) { step(:ThereAndBack, from, to, before:, **kind) }
    expect([back.call('A1', 'D1', 'D'), back.call('A1', 'D1', 'D', pace: 150), back.call('A1', 'D1', 'D', rest: true)]).to eq([1400, 2100, 0])
    expect([back.call('A0', 'D0', 'D'), back.call('A1', 'D1', 'A'), back.call('D2', 'D1', 'D'), back.call('A1', 'D1', nil), back.call('A0', 'D1', 'D')])
      .to eq([0, 0, 0, 0, 1400])
  end

  it 'prices open strings, the fourth finger and fingers out of the frame' do
    expect([alone(:OpenString, 'A0'), alone(:OpenString, 'A0', seconds: 1), alone(:OpenString, 'A1', seconds: 1)]).to eq([1500, 3100, 0])
    expect([alone(:FourthFinger, 'D4'), alone(:FourthFinger, 'D4', learnt: []), alone(:FourthFinger, 'D4', fourth: 'open'), alone(:FourthFinger, 'D3')]).to eq([1900, 1800, 1800, 0])
    expect([alone(:Stretch, 'D4x'), alone(:Stretch, 'D4x', learnt: []), alone(:Stretch, 'D4')]).to eq([2200, 2100, 0])
    expect([step(:OpenForFour, 'D3', 'A0', of: { fourth: 'fourth' }), step(:OpenForFour, 'A0', 'D3', of: { fourth: 'fourth' }), step(:OpenForFour, 'A0', 'E1', of: { fourth: 'fourth' }),
            step(:OpenForFour, 'D3', 'A0'), step(:OpenForFour, 'D3', 'A0', of: { fourth: 'open' })]).to eq([1700, 1700, 0, 4200, 0])
  end

  it 'prices an open string only where the melody comes down to it' do
    expect([%w[A1 A0], %w[E2 A0], %w[D3 A0], %w[A1 D4], %w[A0 A1]].map { |from, to| step(:ComingDown, from, to) }).to eq([4300, 4300, 0, 0, 0])
  end

  it 'prices a fourth finger that keeps nothing, but not where it keeps a slur on its string' do
    idle = ->(from, to, **kind) { step(:IdleFourth, from, to, **kind) }
    expect([idle.call('D4', 'A1'), idle.call('D4', 'A1', rest: true), idle.call('D4', 'E1'), idle.call('D4', 'A1', joined: true)]).to eq([4400, 4400, 4400, 0])
    expect([%w[D4 D3], %w[D4 G3], %w[D3 A1], %w[A0 E1], %w[D4(3) A1(3)], %w[E4 E3]].map { |from, to| idle.call(from, to) }).to all(be_zero)
    expect([idle.call('D4', 'A1', of: { fourth: 'fourth' }), idle.call('D4', 'A1', id: 'cello')]).to eq([0, 0])
  end

  it 'prices a note that is come back to within the bar on another string' do
    back = ->(before, **kind) { step(:Elsewhere, 'D1', 'A0', before:, **kind) }
    expect([back.call('D', again: true), back.call('A', again: true), back.call('D'), back.call(nil, again: true)]).to eq([4500, 0, 0, 0])
  end

  it 'prices positions by where the hand is at home, more at speed, and open strings passed over' do
    expect([alone(:Position, 'A1'), alone(:Position, 'A0(3)'), alone(:Position, 'A1(3)'), alone(:Position, 'A1(3)', seconds: 0.25), alone(:Position, 'A1(half)')])
      .to eq([0, 0, 3800, 7600, 3900])
    expect(%w[D1 D1(half) D1(3)].map { alone(:Position, _1, id: 'bass', home: 'half') }).to eq([4000, 0, 3800])
    expect([alone(:PassedOver, 'D2(3)'), alone(:PassedOver, 'D4'), alone(:PassedOver, 'D3(3)'), alone(:PassedOver, 'D2(3)', fourth: 'fourth')]).to eq([3700, 0, 0, 0])
    expect([alone(:StartAway, 'A1(3)', index: 0), alone(:StartAway, 'A1(3)'), alone(:StartAway, 'A1', index: 0)]).to eq([4100, 0, 0])
  end

  it 'prices a shift by its distance, its speed and the best help there is' do
    far = 3400 + 30 # to third position of the violin, three semitones on
    expect(step(:Shift, 'A2', 'A3(3)')).to eq(far * 90 / 100)
    expect(step(:Shift, 'A2', 'A3(3)', pace: 200)).to eq(far * 2 * 90 / 100)
    expect([step(:Shift, 'A0', 'A3(3)'), step(:Shift, 'A2', 'A3(3)', rest: true), step(:Shift, 'A2', 'A1(3)'), step(:Shift, 'A2', 'A2(3)'), step(:Shift, 'A2', 'E2(3)')])
      .to eq([80, 80, 75, 70, 90].map { far * _1 / 100 })
    expect([step(:Shift, 'A1(3)', 'A2'), step(:Shift, 'A2(3)', 'A1')]).to eq([75, 90].map { far * _1 / 100 }) # down from 1 helps, down to 1 does not
    expect([step(:Shift, 'A2', 'A3(3)', slurred: true), step(:Shift, 'A2', 'A2(3)', slurred: true), step(:Shift, 'A1', 'A1(3)', slurred: true)])
      .to eq([far * 170 / 100, far * 170 / 100, far * 70 / 100])
    near = 3400 + 10 # a semitone: half to first position
    expect([step(:Shift, 'A2(half)', 'A3'), step(:Shift, 'A2', 'A3(2)')]).to eq([near * 85 / 100, (3400 + 20) * 90 / 100])
    expect([0, 1, 2].map { step(:ShiftChain, 'A2', 'A3(3)', settled: _1) }).to eq([3500, 3600, 0])
    expect([0, 1, 2].map { step(:ShiftChain, 'A2', 'A3', settled: _1) }).to eq([0, 0, 0])
  end

  it 'prices fingers that hop and slide, and the same note with another finger' do
    expect([step(:Hop, 'D1', 'A1'), step(:Hop, 'D4', 'A4'), step(:Hop, 'D1', 'A2'), step(:Hop, 'D1', 'A1', rest: true)]).to eq([2800, 2900, 0, 0])
    expect([step(:Slide, 'D1x', 'D1'), step(:Slide, 'D4', 'D4x'), step(:Slide, 'D4', 'D4x', rest: true), step(:Slide, 'D4', 'D4x', chromatic: true), step(:Slide, 'A2', 'A2(3)')])
      .to eq([3100, 3100, 0, 3100, 0])
    expect([step(:OtherFinger, 'D4', 'A0'), step(:OtherFinger, 'A0', 'A0'), step(:OtherFinger, 'D4', 'A0', rest: true), step(:OtherFinger, 'D3', 'A0')]).to eq([3300, 0, 0, 0])
  end

  it 'prices the opening and closing of the cello hand' do
    open = ->(from, to, **kind) { step(:Opening, from, to, id: 'cello', **kind) }
    expect([open.call('G2', 'G4x'), open.call('D0', 'G4x'), open.call('G2', 'G4x', rest: true), open.call('G1', 'G4x'), open.call('G2x', 'G4x'), open.call('G2', 'G4')])
      .to eq([2200 * 150 / 100, 2200 * 60 / 100, 2200 * 60 / 100, 0, 0, 0])
    expect([%w[G4x G3], %w[G4x G1], %w[G4x D3], %w[G3 G4x], %w[G4x G2x]].map { |from, to| step(:Closing, from, to, id: 'cello') }).to eq([2500, 0, 0, 0, 0])
    expect(step(:Closing, 'G4x', 'G3', id: 'cello', rest: true)).to eq(0)
    expect([alone(:Stretch, 'G4x', id: 'cello'), alone(:Stretch, 'G4x(2)', id: 'cello'), alone(:Stretch, 'G4', id: 'cello')]).to eq([2300, 2400, 0])
  end

  it 'takes the pace of a step from the note before it, and knows a chromatic line' do
    notes = tune('D A/ G/ ^G A|^A B2 z|', key: 'C').played
    moves = Fawnmoss::Fingering::Move.all(notes, 60)
    expect(moves.map(&:pace)).to eq([100, 100, 100, 100, 100, 100])
    expect(Fawnmoss::Fingering::Move.all(notes, 120).map(&:pace)).to eq([100, 200, 200, 100, 100, 100])
    expect(moves.map(&:joined)).to all(be(false))
    expect(moves.map(&:chromatic)).to eq([false, false, true, true, true, true])
    expect(Fawnmoss::Fingering::Move.all(tune('D E F G|', key: 'C').played, 60).map(&:chromatic)).to eq([false, false, false])
  end

  it 'knows where a slur ends, and a note that was there just before' do
    moves = ->(text) { Fawnmoss::Fingering::Move.all(tune(text, key: 'C').played, 60) }
    expect(moves.call('(D E) F (G|A B) c (d|e) f').map(&:joined)).to eq([false, true, false, false, false, true, false, false, true])
    expect(moves.call('D E D D|D E2 D|D z E D|G ^F G A').map(&:again)).to eq([false, true, false, false, false, true, false, false, false, false, false, true, false])
  end
end
