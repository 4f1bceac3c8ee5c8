# frozen_string_literal: true

require_relative 'spec_helper'
require 'json'

# What is made of a take: what a pupil is told, marks proposed, spots ranked anew, the weeks, the tuner. Takes are played by the stand-in pupil, whose
# faults are known. The rules are common practice, no source, unless one is named.
RSpec.describe Fawnmoss::Listening do
  let(:catalogue) { FawnmossData.load }
  let(:violin) { catalogue.instrument('violin') }
  # Three bars of plain notes, one of eighths, all again, a long note: twelve seconds.
  let(:tune) { Fawnmoss::Notation.read("X:1\nT:Told\nM:4/4\nL:1/4\nK:D\nD E F G|F E F G|F/G/F/E/ F2|A B A F|D E F G|F4|\n", 'abc') }
  let(:chart) { Fawnmoss::Chart::Solve.call(tune, Fawnmoss::Chart::Request.build(instrument: violin, tempo: 80), catalogue) }

  def fault(kind, **more) = { 'kind' => kind, **more.transform_keys(&:to_s) }
  def finger(cents) = fault('finger', string: 'D', finger: 2, cents:)

  def heard(*faults, of: chart, limit: 15, **whole)
    sound = described_class::StandIn.play(of, { **whole.transform_keys(&:to_s), 'faults' => faults }, chance: Random.new(1).method(:rand))
    described_class::Judging.of(sound, of, described_class::Asked.build(limit:), drills: catalogue.drills)
  end

  def numbers(...) = JSON.parse(JSON.generate(described_class::Numbers.of(heard(...))), symbolize_names: true)

  describe 'what a pupil is told' do
    it 'is two things that went well and one to do next, also when much went wrong' do
      [[], [fault('stop', note: 9, seconds: 2)], [finger(-25), fault('wrong', note: 4, semitones: 1), fault('missing', note: 8), fault('stop', note: 12, seconds: 2)]].each do |faults|
        advice = heard(*faults).advice
        expect(advice.well.size).to eq(2)
        expect(advice.next_thing.nil?).to eq(faults.empty?)
        expect(advice.well.join).not_to match(/\b(good|bad|grade|\d+ ?%)\b/i)
      end
    end

    it 'names the bar of a stop with its drill' do
      found = heard(fault('stop', note: 12, seconds: 2)).advice.next_thing
      expect(found).to include(bars: include(chart.entries[12].note.bar), causes: ['stop'], drill: catalogue.drills['stop'].text)
    end

    it 'names a finger that lies off all through before a slip' do
      found = heard(finger(-24), fault('stop', note: 12, seconds: 2)).advice.next_thing
      expect(found).to include(bars: [1, 2], causes: ['D string, finger 2 high: flat all through'], drill: catalogue.drills['flat'].text)
      expect(heard(finger(24)).advice.next_thing[:causes]).to eq(['D string, finger 2 high: sharp all through'])
    end

    it 'goes up a step only after a clean and steady take at tempo' do
      expect(heard.advice.tempo).to include(go: 'up', tempo: 88)
      expect(heard(tempo: 66).advice.tempo).to eq(go: 'stay', tempo: 66, words: 'Stay at 66: once more, at the tempo asked for.')
      expect(heard(fault('wrong', note: 4, semitones: 1)).advice.tempo[:words]).to eq('Stay at 80: once more, with every note right.')
      expect(heard(fault('stop', note: 9, seconds: 2)).advice.tempo[:words]).to end_with('without a stop.')
    end
  end

  describe 'how it was played as a whole' do
    it 'says which bars rushed or dragged against the rest' do
      expect(heard.tempo.uneven).to eq([])
      first, last = heard(drift: 60).tempo.uneven
      expect([first[:bars], first[:percent]]).to match([[1, be_between(2, 3)], be < -7])
      expect([last[:bars].last, last[:percent]]).to match([be_between(5, 6), be > 7])
      expect(heard(drift: 60).sentences.join(' ')).to match(/Bars 1 (and|to) [23] dragged, by 1\d per cent/)
    end

    it 'holds loudness against hairpins and dynamics, and says what was hardly heard' do
      shaped = Fawnmoss::Notation.read("X:1\nT:S\nM:4/4\nL:1/4\nK:D\n!p!D E F G|A G F E|!f!D E F G|!diminuendo(!A G F E|D E F !diminuendo)!G|A4|\n", 'abc')
      solved = Fawnmoss::Chart::Solve.call(shaped, Fawnmoss::Chart::Request.build(instrument: violin, tempo: 100), catalogue)
      louder = (8..20).map { fault('loudness', note: _1, db: _1 < 12 ? 6 : 18 - _1) }
      expect(heard(*louder, of: solved).shape).to eq([{ bars: [3, 3], asked: 'louder', heard: 4.0, done: true }, { bars: [4, 5], asked: 'fade', heard: -5.0, done: true }])
      flat = heard(of: solved)
      expect(flat.shape.map { _1[:done] }).to eq([false, false])
      expect(flat.sentences).to include('Bar 3 was to be louder: hardly heard.', 'Bars 4 and 5 were to fade: hardly heard.')
    end

    it 'counts the notes that would have set a string ringing' do
      sharp = heard(fault('finger', string: 'D', finger: 3, cents: 13))
      expect(sharp.sentences).to include(a_string_matching(/\AFinger 3 on the D string rings when it is right: 0 of \d did\.\z/))
      expect(heard.sentences.join).not_to include('rings when')
    end
  end

  describe 'numbers that stay' do
    it 'say of each skill how many notes were right, and where they lay' do
      found = numbers(finger(-22), fault('stop', note: 9, seconds: 2))
      pattern = found[:skills][:'pattern.2-3-close']
      expect(pattern).to include(right: 0, off: be_within(1.5).of(22), cents: be_within(1.5).of(-22))
      expect(pattern[:notes]).to eq(chart.entries.count { _1.demands.include?('pattern.2-3-close') })
      expect(found[:skills][:'rhythm.eighths']).to include(right: found[:skills][:'rhythm.eighths'][:notes] - 1)
      expect(found).to include(clean: false, whole: true, stops: 1, wrong: 0, missing: 0)
      expect(found[:bars][:'3']).to include(stop: 1)
    end

    it 'are read again as they were kept, and nothing else is' do
      text = JSON.generate(described_class::Numbers.of(heard))
      expect(described_class::Numbers.read(text)).to include(clean: true)
      ['{}', '[]', 'no', '{"clean":true}'].each { expect(described_class::Numbers.read(_1)).to be_nil }
    end
  end

  describe 'marks proposed' do
    def values(now, before = nil) = described_class::Proposals.of(now, before).to_h { [_1.skill || :tune, _1.value] }

    it 'are 2 for what went, 3 only at tempo and twice in a row, 1 and 0 for what did not' do
      clean = numbers
      expect(values(clean)).to include(tune: 2, 'pattern.2-3-close' => 2, 'left.first-fingers' => 2)
      expect(values(clean, clean)).to include(tune: 3, 'pattern.2-3-close' => 3)
      slow = numbers(tempo: 64)
      expect(values(slow, clean)).to include(tune: 2, 'pattern.2-3-close' => 2)
      expect(values(clean, slow)).to include(tune: 2)
      expect(values(numbers(finger(-24)))).to include('pattern.2-3-close' => 0, 'left.first-fingers' => be_between(0, 1))
      expect(values(numbers(fault('wrong', note: 4, semitones: 1), fault('stop', note: 9, seconds: 2)))).to include(tune: 1)
    end

    it 'give their reason in a sentence with what was counted' do
      words = described_class::Proposals.of(numbers(finger(-24), fault('stop', note: 9, seconds: 2))).to_h { [_1.skill, _1.words] }
      expect(words['pattern.2-3-close']).to match(/\A0 of 9 notes in tune, 2[345] cents low as a rule, at (79|80|81) of 80\.\z/)
      expect(words[nil]).to match(/\A1 stop, at (79|80|81) of 80\.\z/)
    end

    it 'are made of nothing that the ear cannot judge, nor of a part of a tune' do
      found = described_class::Proposals.of(numbers)
      expect(found.filter_map(&:skill)).to all(match(/\A(left|pattern|position|shift|rhythm)\./))
      expect(values({ **numbers, whole: false })).not_to include(:tune)
    end
  end

  describe 'spots ranked anew' do
    let(:known) { chart.entries.map { _1.note.bar }.uniq }

    def ranked(*bars, spots: chart.spots) = described_class::RankedSpots.of(spots, bars, drills: catalogue.drills, known:)

    it 'are what really went wrong first, with its drill' do
      spots = ranked({ '5' => { 'stop' => 1 } }, { '5' => { 'stop' => 1, 'flat' => 1 } })
      expect(spots.first).to have_attributes(bars: [5], causes: %w[stop flat], rank: 1, heard: true, drill: catalogue.drills['stop'])
      expect(spots.map(&:rank)).to eq((1..spots.size).to_a)
      expect(spots.drop(1).map(&:bars)).to eq(chart.spots.map(&:bars))
    end

    it 'stay as they were when nothing went wrong, and forget what is four takes ago' do
      expect(ranked({}, {})).to eq(chart.spots)
      expect(ranked({ '5' => { 'stop' => 3 } }, {}, {}, {})).to eq(chart.spots)
    end

    it 'pass over a bar that the chart does not have any more, and a cause that nobody knows' do
      expect(ranked({ '99' => { 'stop' => 1 }, '2' => { 'thunder' => 4 } })).to eq(chart.spots)
    end

    it 'keep the teacher’s own' do
      mark = Fawnmoss::Chart::SpotMark.new(bars: [1], name: 'Mine', drill: '', dropped: false)
      own = chart.spots.first&.copy(mark:) || Fawnmoss::Analysis::Spots::Spot.new(bars: [1], causes: [], rank: 1, weight: 0, drill: catalogue.drills['stop'], again: [], mark:)
      many = (1..6).to_h { |bar| [bar.to_s, { 'stop' => 2 }] }
      expect(ranked(many, spots: [own])).to include(have_attributes(mark:))
    end
  end

  describe 'over the weeks' do
    let(:monday) { Date.new(2026, 3, 2) }

    it 'gathers takes of a week, every note counting the same' do
      one = numbers(finger(-20))
      two = numbers(finger(-10))
      found = described_class::OverWeeks.of([[monday + 1, one], [monday + 6, two], [monday + 7, two]])
      line = found[:fingers].find { _1[:finger] == 2 }
      expect(line[:points].map { _1[:on] }).to eq(%w[2026-03-02 2026-03-09])
      expect(line[:points].first).to include(cents: be_within(1).of(-15), notes: 18)
      expect(found[:skills].find { _1[:skill] == 'pattern.2-3-close' }[:points].last).to include(cents: be_within(1).of(-10), off: be_within(1).of(10))
    end

    it 'calls a pattern steady after three takes in a row within ten cents' do
      far, near = [-14, -4].map { |cents| [monday, numbers(finger(cents))] }
      expect(described_class::OverWeeks.steady([near, near])).to eq({})
      expect(described_class::OverWeeks.steady([near, far, near, near])).not_to include('pattern.2-3-close')
      expect(described_class::OverWeeks.steady([far, near, near, near])['pattern.2-3-close']).to all(be_within(1.5).of(4))
    end

    it 'lets a tape come off for it, beside what marks say' do
      map = catalogue.path('violin')
      states = Fawnmoss::Path::States.new([], today: monday)
      list = ->(heard) { Fawnmoss::Path::TapesOff.list(violin.tapes, { 4 => monday - 60 }, states:, map:, heard:) }
      expect(list.call({})).to eq([])
      expect(list.call({ 'pattern.2-3-close' => [4.1, 6.2, 3.0] }).first.words).to include('within 7 cents in the last 3 recordings', '1 January 2026')
    end
  end

  # Pure fifths and fourths: 3/2 and 4/3, standard acoustics.
  describe 'what a tuner goes by' do
    def hertz(name, **asked) = described_class::Aims.of(catalogue.instrument(name), described_class::Asked.build(**asked))[:strings].map { _1[:hertz] }

    it 'tunes in pure intervals from A' do
      expect(hertz('violin')).to eq([195.56, 293.33, 440.0, 660.0])
      expect(hertz('viola', a4: 442)).to eq([130.96, 196.44, 294.67, 442.0])
      expect(hertz('cello')).to eq([65.19, 97.78, 146.67, 220.0])
      expect(hertz('bass')).to eq([41.25, 55.0, 73.33, 97.78])
    end

    it 'knows every note over two octaves above the highest string, as it is written, and which string answers' do
      notes = described_class::Aims.of(catalogue.instrument('bass'), described_class::Asked.build)[:notes]
      expect(notes.first).to include(written: 'E2', hertz: 41.2)
      expect(notes.size).to eq(15 + 24 + 1)
      expect(notes.find { _1[:written] == 'A3' }).to include(ring: 'A')
      expect(notes.find { _1[:written] == 'A2' }).to include(ring: nil) # the string itself
    end
  end

  describe 'how a studio listens' do
    it 'has usual numbers, and says which field cannot be' do
      house = described_class::House.build
      expect(house).to have_attributes(a4: 440, temperament: 'equal', limit: 15, limits: {}, days: 120)
      expect(house.changes).to eq({})
      own = described_class::House.build('limit' => 20, 'limits' => { 'Patterns' => 30 }, 'strange' => 1)
      expect([own.asked('Patterns').limit, own.asked('Scales').limit, own.asked.limit]).to eq([30, 20, 20])
      expect(own.changes).to eq('limit' => 20, 'limits' => { 'Patterns' => 30 })
      { 'limit' => 2, 'a4' => 600, 'days' => 5, 'temperament' => 'odd', 'limits' => [3] }.each do |field, value|
        expect { described_class::House.build(field => value) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where).to eq(field:) }
      end
    end

    it 'finds the furthest stage in which a pupil has something' do
      map = catalogue.path('violin')
      stage = ->(*had) { described_class::House.stage(map) { had.include?(_1) } }
      expect([stage.call, stage.call('body.ready'), stage.call('body.ready', 'pattern.2-3-close')]).to eq([nil, map['body.ready'].stage, map['pattern.2-3-close'].stage])
    end
  end

  it 'solves a card anew with every place as it was printed, whatever the engine would do today' do
    full = Fawnmoss::Chart::Request.build(instrument: violin, version: 'full', pins: [Fawnmoss::Chart::Pin.new(note: 'n14', string: 'D', finger: 4)])
    issued = Fawnmoss::Chart::Solve.call(tune, full, catalogue)
    xml = Fawnmoss::Notation::MusicXml.write(issued.tune, ids: true, instrument: violin)
    again = Fawnmoss::Chart::Frozen.solve(xml, JSON.parse(JSON.generate(issued.to_h)), instrument: violin, catalogue:)
    expect(again.entries.map { [_1.place.string, _1.place.finger] }).to eq(issued.entries.map { [_1.place.string, _1.place.finger] })
    expect(again.entries.find { _1.note.id == 'n14' }.place.finger).to eq(4)
    other = JSON.parse(JSON.generate(issued.to_h)).tap { _1['notes'].pop }
    expect { Fawnmoss::Chart::Frozen.solve(xml, other, instrument: violin, catalogue:) }.to raise_error(Fawnmoss::InvalidInput, /do not belong together/)
  end

  it 'has the stand-in pupil make a few faults that can be heard' do
    given = described_class::StandIn.some(chart, chance: Random.new(4).method(:rand))
    expect(given['faults'].map { _1['kind'] }).to eq(%w[stop wrong finger])
    sound = described_class::StandIn.play(chart, given, chance: Random.new(4).method(:rand))
    found = described_class::Judging.of(sound, chart, drills: catalogue.drills)
    expect([found.stops.size, found.notes.count(&:wrong?)]).to eq([1, 1])
  end
end
