# frozen_string_literal: true

require_relative 'spec_helper'

# Joins, kinds of stroke and the teacher's bow marks: the guide's page on bowing; common practice, no source.
RSpec.describe 'how strokes join' do
  def full(body, meter: '4/4', unit: '1/4', id: 'violin', **options) = chart(tune(body, meter:, unit:), id, version: 'full', **options)
  def joins(chart) = chart.entries.map(&:join)
  def places(chart) = chart.entries.map { |entry| entry.bow.map { _1.round(2) } }

  it 'hooks the short note of a long-short pair when that puts the next first beat right' do
    expect(joins(full('D2 E>F|G2 A2|', tempo: 120))).to eq(%i[start change hook change change])
    expect(joins(full('D3 E|G2 A2|', tempo: 120))).to eq(%i[start change change change]) # comes out by itself
    compound = full('D2 E F2 G|A3 D3|', meter: '6/8', unit: '1/8', pins: [pin('n2', join: :hook)])
    expect(compound.entries[1]).to have_attributes(join: :hook, direction: :down)
    expect(compound.entries[1].bow.first).to eq(compound.entries[0].bow.last)
  end

  it 'plays two equal up-bows before a bar line in triple time when asked, and never two downs for that' do
    waltz = full('D E F|G3|', meter: '3/4', pins: [pin('n1', direction: :down), pin('n4', direction: :down)])
    expect(directions(waltz)).to eq('DUUD')
    expect(waltz.entries[2].join).to eq(:hook)
  end

  it 'lifts after a long note where a bar begins, in the full version' do
    expect(full('D E F G|A4|D E F G|A4|', tempo: 72).entries[5]).to have_attributes(direction: :down, join: :lift)
    expect(joins(chart(tune('D E F G|A4|D E F G|A4|'), tempo: 72))).not_to include(:lift)
  end

  it 'plays a short note near the frog after a long down-bow: recovery' do
    solved = full('D4-|D7/2 E/|F4-|F7/2 E/|D4|', tempo: 80)
    expect(solved.entries[3]).to have_attributes(direction: :up, join: :recovery, short: false)
    expect(solved.entries[3].bow.first).to be_within(0.05).of(0.33) # the balance point, about a third from the frog
    pinned = full('D3 E|F4|', tempo: 40, pins: [pin('n2', join: :recovery)])
    expect([joins(pinned)[1], places(pinned)[1]]).to eq([:recovery, [0.31, 0.0]])
  end

  it 'stops dots under a slur in one direction, dots with half the bow, dashes with almost all' do
    dotted = full('(.D .E) (!tenuto!F !tenuto!G)|', tempo: 80)
    expect([directions(dotted), joins(dotted)]).to eq(['DDUU', %i[start hook change hook]])
    lengths = places(dotted).map { |from, to| (to - from).abs }
    expect(lengths[0]).to be < lengths[2]
  end

  it 'keeps bouncing notes at the balance point and staccato in the middle' do
    bouncing = full('!wedge!D/!wedge!D/!wedge!D/!wedge!D/ !wedge!E/!wedge!E/!wedge!E/!wedge!E/|', tempo: 100)
    expect(places(bouncing).flatten).to all(be_between(0.15, 0.5))
    stopped = full('.D/.D/.D/.D/ .E/.E/.E/.E/|', tempo: 100)
    expect(places(stopped).map { _1.sum / 2 }).to all(be_between(0.3, 0.7))
  end

  it 'starts with an up-bow from the balance point where that is asked for' do
    low = full('D, E, F, G,|', id: 'cello', start: 'balance')
    expect(low.entries.first).to have_attributes(direction: :up, join: :start, bow: [0.3125, 0.0], short: false)
    expect(directions(full('D E F G|', start: 'up'))).to eq('UDUD')
  end

  it 'joins and splits slurs where the teacher says so' do
    expect(joins(full('D E F G|', pins: [pin('n2', join: :slur)]))).to eq(%i[start slur change change])
    split = full('(D E F G)|', pins: [pin('n3', join: :change)])
    expect([joins(split), directions(split)]).to eq([%i[start slur change slur], 'DDUU'])
    expect(split.entries[2].pinned).to eq([:join])
    expect(joins(chart(tune('D E F G|'), pins: [pin('n3', join: :lift)]))).to eq(%i[start change lift change])
  end

  it 'names the note where bow marks contradict each other, and makes no chart' do
    { [pin('n1', direction: :down), pin('n3', direction: :up)] => ['n3', 'One slur cannot go both down and up'],
      [pin('n1', join: :slur)] => ['n1', 'Nothing lies before the first note that it could join'],
      [pin('n2', join: :lift, direction: :up)] => ['n2', 'The bow marks around it contradict each other (a lift starts with a down-bow)'] }.each do |pins, (note, reason)|
      expect(full('(D E F G)|', pins:)).to have_attributes(code: :pin, note:, reason:)
    end
    expect(full('D E F G|', pins: [pin('n1', direction: :down), pin('n2', direction: :down, join: :change)])).to have_attributes(code: :pin, note: 'n2')
  end

  it 'lets the lower string take the down-bow when nothing else decides, on violin and viola' do
    strokes = lambda do |id|
      wish = asked(tempo: 120, rocks: instrument(id).weak_fourth, strings: { 0 => 1, 1 => 2, 2 => 1, 3 => 2 })
      Fawnmoss::Bowing::Strokes.new(tune('D/A/D/A/ z2|').played, Fawnmoss::Theory::Meter.parse('4/4'), wish).list.map(&:rock)
    end
    expect(strokes.call('violin')).to eq(%i[low high low high])
    expect(strokes.call('cello')).to all(be_nil)
  end

  it 'knows contact zone and first setting place of each instrument' do
    setting = %w[violin viola cello bass].to_h { |id| [id, instrument(id).then { |own| [own.contact_zone, own.set_bow] }] }
    expect(setting).to eq('violin' => [3, 'middle'], 'viola' => [3, 'middle'], 'cello' => [3, 'between the middle and the balance point'],
                          'bass' => [2, 'between the middle and the balance point'])
  end

  it 'says save for a stroke slower than its neighbours and quick for one that travels back' do
    expect(full('D3 E|D3 E|D4|', tempo: 60).entries.map(&:bow_words).join(' ')).to match(/save|quick/)
  end

  # Every direction, join and extent of short stroke lists on the planner's own cells, by a plain search.
  it 'is the cheapest plan with slurs, hooks, lifts and recoveries too: brute force, in both schools' do
    %w[comes strong].product(['D3 E|F4|', '(D E) F z|G4|', 'D2- D E|F2 z2|', 'D2 E F|G4|', 'D2 z E|F3 z|G4|']).each do |school, body|
      wish = asked(school, tempo: 110, phrases: Set[3])
      list = Fawnmoss::Bowing::Strokes.new(tune(body).played.select(&:head?), Fawnmoss::Theory::Meter.parse('4/4'), wish).list
      planned = Fawnmoss::Bowing::Planner.new(wish.weights, joins: %i[slur hook lift recovery]).plan(list).sum(&:cost)
      expect(planned).to be_within(1e-6).of(search(list, wish.weights))
    end
  end

  # at: [number of the stroke, cell where the bow stands, direction of the stroke before]; known: what was found already.
  def search(strokes, weights, at = [0, nil, nil], known = {})
    at.first == strokes.size ? 0 : known[at] ||= searched(strokes, weights, at, known)
  end

  def searched(strokes, weights, (index, cell, last), known)
    stroke = strokes[index]
    %i[down up].flat_map { |direction| starts(stroke, direction, cell, last, weights).map { |from, price| [direction, from, price] } }.map do |direction, from, price|
      ends = direction == :down ? ((from + 2)..16) : (0..(from - 2))
      turn = Fawnmoss::Bowing::Costs::Direction.cost(stroke, direction, weights)
      ends.map do |to|
        price + turn + Fawnmoss::Bowing::Costs::Extent.cost(stroke, from / 16.0, to / 16.0, weights) + search(strokes, weights, [index + 1, to, direction], known)
      end.min || Float::INFINITY
    end.min || Float::INFINITY
  end

  # Where a stroke may begin, and what the join costs: written down once more from the guide.
  def starts(stroke, direction, cell, last, weights)
    return (0..16).map { [_1, 0] } unless last

    join = Fawnmoss::Bowing::Costs::Join
    link = stroke.link
    same = direction == last
    found = [([cell, 0] unless same), ([cell, join.same(stroke, direction, weights)] if same && link.shape),
             ([cell, join.own_slur(stroke, direction, weights)] if same && link.own_slur)].compact
    direction == :down ? found.concat(lifted(stroke, weights)) : found.concat(recovered(stroke, last, weights))
  end

  def lifted(stroke, weights) = stroke.link.time ? [[0, Fawnmoss::Bowing::Costs::Join.lift(stroke, weights)]] : []

  def recovered(stroke, last, weights)
    return (2..16).map { [_1, Fawnmoss::Bowing::Costs::Join.lift(stroke, weights)] } if stroke.link.time == :rest
    return [] unless stroke.ideal <= 0.5 && (stroke.link.time || (stroke.link.after_long && last == :down))

    [[5, Fawnmoss::Bowing::Costs::Join.recovery(stroke, weights)]]
  end
end
