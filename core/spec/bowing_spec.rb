# frozen_string_literal: true

require_relative 'spec_helper'

# Passages and plans: the guide's page on bowing; common practice, no source.
RSpec.describe Fawnmoss::Bowing do
  def plan(body, meter:, tempo: 72, **options)
    chart(tune(body, meter:), version: 'full', tempo:, **options)
  end

  def words(chart) = chart.entries.reject { _1.join == :slur }.map { "#{_1.bow_words} #{_1.direction}" }
  def lengths(chart) = chart.entries.map { (_1.bow[1] - _1.bow[0]).abs }

  it 'goes round in two bars of quarter and two eighths' do
    bars = plan('D F/G/|A G/F/|D F/G/|A G/F/|', meter: '2/4', bowing: 'comes')
    round = ['whole bow down', 'upper half up', 'upper half down', 'whole bow up', 'lower half down', 'lower half up']
    expect(words(bars)).to eq(round + round)
  end

  it 'starts three small leading quarters a little way from the frog, to have the whole bow for the long note' do
    passage = plan('D E F|G3|', meter: '3/4', tempo: 120)
    expect(directions(passage)).to eq('UDUD')
    expect(passage.entries.first.bow.first).to be_between(0.2, 0.35)
    expect(lengths(passage).last).to eq(1.0)
  end

  it 'ends a bar of three slurred and three separate eighths where it began' do
    chart = plan('(D/E/F/) G/F/E/|' * 4, meter: '6/8', tempo: 84)
    bar = chart.entries.select { _1.note.bar == 2 }
    slur = (bar[2].bow.last - bar[0].bow.first).abs
    separate = bar.last(3)
    expect(separate.map(&:direction)).to eq(%i[up down up])
    expect(slur).to be < 0.94 # the slur's share at this tempo
    ups = separate.values_at(0, 2).map { (_1.bow[1] - _1.bow[0]).abs }
    down = (separate[1].bow[1] - separate[1].bow[0]).abs
    expect(ups.min).to be > down
    expect((bar.last.bow.last - bar.first.bow.first).abs).to be < 0.2
  end

  it 'gives slow crotchets, minims and the semibreve whole bows and quavers short ones at one end' do
    mixed = plan('D E F G|D/E/F/G/ A B|A2 G2|D4|', meter: '4/4', tempo: 54)
    expect(lengths(mixed)).to eq([1, 1, 1, 1, 0.5, 0.5, 0.5, 0.5, 1, 1, 1, 1, 1])
    expect(words(mixed)[4, 4].uniq.size).to eq(2)
  end

  it 'starts up on a pick-up of one stroke, down on a pick-up of two' do
    expect(directions(chart(tune('D|G A B|c2 B|A2|', meter: '3/4', key: 'G')))).to start_with('UD')
    expect(directions(chart(tune('D/E/|G A B|c2 B|A2|', meter: '3/4', key: 'G')))).to start_with('DUD')
  end

  it 'starts a plain tune with a down-bow even where the bars have odd numbers of strokes' do
    expect(directions(chart(tune('D F/G/|A F|G B/A/|G E|D F/G/|A F|A/G/F/E/|D2|', meter: '2/4')))).to start_with('DUD')
  end

  it 'alternates, keeping slurs in the full version and breaking them in the simple one with a word about it' do
    melody = tune('(D E) F G|(A G) F2|')
    expect(chart(melody, version: 'full').entries.map(&:join)).to eq(%i[start slur change change change slur change])
    simple = chart(melody)
    expect(simple.entries.map(&:join)).to eq(%i[start change change change change change change])
    expect(simple.warnings).to include('Slurs in bars 1, 2 are broken into separate strokes in this version.')
  end

  it 'obeys pinned and printed directions, and stops where two go the same way' do
    expect(directions(chart(tune('D uE uF G|')))).to eq('DUUD')
    pinned = chart(tune('D E F G|'), pins: [pin('n2', direction: :down)])
    expect(directions(pinned)).to start_with('DD')
    expect(pinned.entries[1]).to have_attributes(join: :stop, pinned: [:direction])
    expect(pinned.entries[1].bow.first).to eq(pinned.entries[0].bow.last)
  end

  it 'takes the bow back in a rest when that puts the first beat right' do
    lifted = chart(tune('D E z2|F4|G E F2|', meter: '4/4'), version: 'full')
    expect(lifted.entries[2]).to have_attributes(direction: :down)
    odd = chart(tune('D E F z|G4|', meter: '4/4'), version: 'full')
    expect(odd.entries[3]).to have_attributes(direction: :down, join: :lift, bow: [0.0, 1.0])
  end

  it 'sets the bow anew in a rest, in the simple version too: a first beat is down, a pick-up up' do
    expect(chart(tune('D E F z|G4|')).entries.map { [_1.direction, _1.join] }.last).to eq(%i[down lift])
    pick_up = chart(tune('D E z F|G A B z|', meter: '4/4'))
    expect(directions(pick_up)).to eq('DUUDUD')
    expect(pick_up.entries[2].join).to eq(:lift)
    expect(pick_up.demand_bars.slice('bow.lift', 'bow.recovery')).to eq('bow.lift' => [1])
  end

  it 'uses no lift between phrases in a simple chart unless the pupil has it' do
    melody = tune('D E F G|A B A2|B A G F|E2 D2|A4|D E F G|A B A2|')
    expect(chart(melody).entries.map(&:join)).not_to include(:lift)
    expect(chart(tune('D E F|G A B|A2 G|G3|A B A|G F E|D2 F|D3|', meter: '3/4'), joins: %i[lift]).entries.map(&:join)).to include(:lift)
  end

  it 'lifts where a down-bow is asked for after a long note, also before the pupil has lifts' do
    melody = tune('D E F G|A2 A2|G F E F|D4|A G F E|D4|')
    asked = chart(melody, pins: [pin('n12', direction: :down)])
    expect(asked.entries[11]).to have_attributes(direction: :down, join: :lift, bow: [0.0, a_value > 0.9])
  end

  it 'starts up where that is chosen' do
    expect(directions(chart(tune('D E F G|'), start: 'up'))).to eq('UDUD')
  end

  it 'uses less bow at a faster tempo' do
    slow, fast = [60, 180].map { |tempo| lengths(chart(tune('D E F G|A B A G|'), tempo:)).sum }
    expect(fast).to be < slow
  end

  it 'warns where a long note is left short of bow' do
    short = chart(tune('vD2 vE2|vF2 vG2|', meter: '4/4'), tempo: 120)
    expect(short.entries.map(&:join)).to eq(%i[start stop stop stop])
    expect(short.warnings).to include(/Short of bow in bars? .*2/)
    expect(short.entries[2].short).to be(true)
  end

  it 'never leaves the bow, and joins every stroke to the end of the one before' do
    Dir[File.join(__dir__, '../../demo/tunes/*.abc')].each do |file|
      solved = chart(Fawnmoss::Notation::Abc.read(File.read(file)), version: 'full')
      next if solved.is_a?(Fawnmoss::Chart::Impossible)

      expect(solved.entries.flat_map(&:bow)).to all(be_between(0.0, 1.0))
      strokes = solved.entries.select { _1.note.head? }
      strokes.each_cons(2) { |a, b| expect(b.bow.first).to be_within(1e-9).of(a.bow.last) unless %i[lift recovery].include?(b.join) }
      heads = solved.entries.map { solved.entries[_1.note.head] } # the notes of a pair share a stroke
      expect(solved.entries.map { [_1.bow, _1.direction] }).to eq(heads.map { [_1.bow, _1.direction] })
    end
  end

  # All directions and extents of short lists, tried one by one on a coarse bow, never beat the planner.
  it 'is the cheapest plan: brute force on short stroke lists' do
    ['D2 E|F3|', 'D/E/ F G|A3|', 'G A/B/ A|D3|'].each do |body|
      wish = asked('comes', top_speed: 1.25)
      strokes = described_class::Strokes.new(tune(body, meter: '3/4').played, Fawnmoss::Theory::Meter.parse('3/4'), wish).list
      planned = described_class::Planner.new(wish.weights, joins: []).plan(strokes).sum(&:cost)
      cells = (0..16).step(2).map { _1 / 16.0 }
      best = cells.flat_map { |start| %i[down up].map { |direction| cheapest(strokes, start, direction, cells, wish.weights) } }.min
      expect(planned).to be <= best + 1e-9
      expect(planned).to be_within(40).of(best) # the coarse bow costs a little, no more
    end
  end

  def cheapest(strokes, from, direction, cells, weights)
    return 0 if strokes.empty?

    turn = described_class::Costs::Direction.cost(strokes.first, direction, weights)
    ends = cells.select { direction == :down ? _1 >= from + 0.125 : _1 <= from - 0.125 }
    ends.map do |to|
      extent = described_class::Costs::Extent.cost(strokes.first, from, to, weights)
      turn + extent + cheapest(strokes.drop(1), to, direction == :down ? :up : :down, cells, weights)
    end.min || Float::INFINITY
  end
end
