# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'the work for home' do
  let(:melody) { tune('D E F G|A2 A2|G F E F|D4|A, G A, d|F2 F2|E F E E|D4|') }
  let(:solved) { chart(melody, tempo: 80) }

  def plan(**wish) = Fawnmoss::Practice::HomeWork.plan(solved, minutes: 20, **wish)

  it 'orders warm-up, spots, phrases, tempo, a run, with minutes that add up' do
    spot = solved.spots.first
    found = plan(spots: [spot.bars])
    expect(found.items.map(&:kind)).to eq(%w[warm-up spot chain tempo run])
    expect(found.items.sum(&:minutes)).to eq(20)
    expect(found.items[1]).to have_attributes(bars: spot.bars, steps: [spot.words])
    expect(found.items[0].steps.first).to eq('D major, 1 octave, then D major arpeggio, 1 octave, in the rhythm of the first bar.')
    expect(plan(catalogue:).items[0].steps.first(3)).to eq(['Scale, then arpeggio, in the rhythm of the first bar.', 'D major, 1 octave: D 0 1 high 2 3, A 0 1 high 2 3.', 'D major arpeggio, 1 octave: D 0 high 2, A 0 3.'])
    expect(found.items[2].steps.first(2)).to match([start_with('Play the first bar of a phrase, add the one after it'), 'Phrases: bars 1 to 4; bars 4 to 8.'])
    expect(found.items[3]).to have_attributes(tempi: [48, 55, 62, 70, 80])
    expect(plan(chain: 'backward').items.flat_map(&:steps).join).to include('Play the last bar of a phrase, add the one before it')
  end

  it 'leaves out what the minutes do not reach for, the run and the warm-up first, and says so' do
    found = Fawnmoss::Practice::HomeWork.plan(solved, minutes: 3, spots: [solved.spots.first.bars])
    expect(found.items.map { [_1.kind, _1.minutes] }).to eq([['spot', 1], ['chain', 1], ['tempo', 1]])
    expect(found.left_out).to eq(['Warm up', 'Play it'])
  end

  it 'always adds up to the budget' do
    (3..60).each do |minutes|
      [solved.spots.map(&:bars), []].product([true, false], ['forward', nil]).each do |spots, warm_up, chain|
        found = Fawnmoss::Practice::HomeWork.plan(solved, minutes:, spots:, warm_up:, chain:)
        expect([found.items.sum(&:minutes), found.items.map(&:minutes).min]).to match([minutes, be >= 1])
      end
    end
  end

  it 'has something to warm up with where the scale does not fit' do
    low = chart(tune('E4|', key: 'Cm'), positions: ['half'])
    expect(Fawnmoss::Practice::HomeWork.plan(low, minutes: 10).items.first.steps.first).to eq('Long open strings, straight and even.')
  end

  # A card implies no marks above what is so far taught (guide page on the path); what the tune asks for itself is on it anyhow.
  describe 'the warm-up of a pupil' do
    let(:wide) { chart(tune('G, A, B, C|D E F G|A B c d|e f g2|', key: 'G')) }

    def first_step(melody, *taught) = Fawnmoss::Practice::HomeWork.plan(melody, minutes: 20, catalogue:, taught:).items.first.steps.first

    it 'is what the bow and the hand have' do
      expect(first_step(solved)).to eq('Pluck the open strings, round and even.')
      expect(first_step(solved, 'sound.straight')).to eq('Open strings, short strokes in the middle, straight and even.')
      expect(first_step(solved, 'sound.straight', 'sound.long')).to eq('Long open strings, straight and even.')
      expect(first_step(solved, 'scale.first')).to eq('Scale, in the rhythm of the first bar.')
      expect(first_step(solved, 'scale.first', 'scale.arpeggio', *solved.demand_bars.keys)).to eq('Scale, then arpeggio, in the rhythm of the first bar.')
    end

    it 'has two octaves only once they are learnt' do
      octaves = ->(*taught) { Fawnmoss::Practice::HomeWork.plan(wide, minutes: 20, catalogue:, taught:).items.first.steps.join[/(\d) octaves?/, 1] }
      expect(octaves.call('scale.first')).to eq('1')
      expect(octaves.call('scale.first', 'scale.two-octaves', *catalogue.path('violin').ids)).to eq('2')
    end
  end

  it 'says phrases as to a child' do
    spans = lambda do |body, cuts|
      melody = tune(body)
      ids = melody.notes.map(&:id)
      steps = Fawnmoss::Practice::ChainSteps.new(chart(melody, cuts: ids.values_at(*cuts))).list
      steps.select { _1.times == Fawnmoss::Practice::ChainSteps::PHRASE }.map(&:span)
    end
    expect(spans.call('D E F G|A2 B A|G F E F|D4|', [6])).to eq(['bars 1 to 2', 'bars 3 to 4']) # on the last note of bar 2
    expect(spans.call('D E F G|A4|G F E F|D4|', [4])).to eq(['bars 1 to 2', 'bars 2 to 4'])
    expect(spans.call('D E F G|A2 B/A/ G|G F E F|D4|', [6])).to eq(['bar 1 to bar 2, after beat 3', 'bar 2, after beat 3, to bar 4'])
    expect(spans.call('A|D E F G|A2 B A|G F E F|D3|', [7])).to eq(['the pick-up to bar 2', 'bars 3 to 4'])
  end

  it 'refuses what cannot be, naming the field' do
    expect { plan(chain: 'sideways') }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where[:field]).to eq('chain') }
    expect { plan(by: 'year') }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where[:field]).to eq('by') }
    expect { plan(tempo_from: 200) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where[:field]).to eq('from') }
    expect { Fawnmoss::Practice::HomeWork.plan(solved, minutes: 1) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where[:field]).to eq('minutes') }
  end

  describe Fawnmoss::Score::Excerpt do
    it 'cuts ties and slurs that lead out, and keeps the numbers' do
      whole = tune('D E (F G|A2) (B A-|A2) d2-|d2 e2|')
      part = described_class.bars(whole, [2, 4])
      expect(part.bars.map(&:number)).to eq([2, 4])
      expect(part.notes.map { [_1.pitch.to_s, _1.slur_start, _1.slur_stop, _1.tie] })
        .to eq([['A4', false, false, false], ['B4', false, false, false], ['A4', false, false, false], ['D5', false, false, false], ['E5', false, false, false]])
      inside = described_class.bars(whole, [1, 2])
      expect(inside.notes.map { [_1.slur_start, _1.slur_stop] }).to eq([[false] * 2, [false] * 2, [true, false], [false] * 2, [false, true], [false] * 2, [false] * 2])
      expect(described_class.bars(whole, [99])).to eq(whole)
      expect(Fawnmoss::Notation::MusicXml.read(Fawnmoss::Notation::MusicXml.write(part)).notes.size).to eq(5)
    end
  end

  describe Fawnmoss::Chart::Difference do
    def plain(chart) = JSON.parse(JSON.generate(chart.to_h))

    it 'names the bars whose fingering, bowing or notes changed, the key and the tempo' do
      before = plain(chart(melody))
      expect(described_class.words(before, before)).to eq([])
      expect(described_class.words(before, plain(chart(melody, pins: [pin('n5', finger: 4)])))).to eq(['bar 2: fingering'])
      expect(described_class.words(before, plain(chart(melody, pins: [pin('n1', direction: :up)])))).to include(a_string_ending_with('bowing'))
      moved = plain(chart(melody, tempo: 100, transpose: Fawnmoss::Theory::Interval.new(steps: 1, semitones: 2)))
      expect(described_class.words(before, moved)).to include('now in E major', 'tempo 100 instead of 72', start_with('bars 1, 2, 3, 4, 5, 6 and 2 more: notes'))
    end
  end
end
