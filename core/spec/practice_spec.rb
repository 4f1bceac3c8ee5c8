# frozen_string_literal: true

require_relative 'spec_helper'

# Conventions and steps: the guide's page on practice; common practice, no source.
RSpec.describe Fawnmoss::Practice do
  def scale(name, id = 'violin', version: 'simple', positions: ['1'], **wish)
    exercise = described_class::Scale.new(instrument: instrument(id), key: key(name), positions:, **wish).exercise
    exercise.chart(catalogue, instrument: instrument(id), version:, positions:)
  end

  def pitches(chart) = chart.entries.map { _1.note.pitch.to_s }
  def joins(chart) = chart.entries.map { _1.join == :slur ? '-' : { down: 'n', up: 'V' }.fetch(_1.direction) }.join

  it 'fingers two octaves of G major in every fourth-finger convention' do
    up = 'G0 G1 G2 G3 D0 D1 D2 D3 A0 A1 A2 A3 E0 E1 E2'
    open = 'E1 E0 A3 A2 A1 A0 D3 D2 D1 D0 G3 G2 G1 G0'
    fourth = 'E1 A4 A3 A2 A1 D4 D3 D2 D1 G4 G3 G2 G1 G0'
    expect(fingers(scale('G major', octaves: 2))).to eq("#{up} #{open}")
    expect(fingers(scale('G major', octaves: 2, fourth: 'descending'))).to eq("#{up} #{fourth}")
    expect(fingers(scale('G major', octaves: 2, fourth: 'fourth'))).to eq("G0 G1 G2 G3 G4 D1 D2 D3 D4 A1 A2 A3 A4 E1 E2 #{fourth}")
    pairs = fingers(scale('G major', octaves: 2, fourth: 'check-pairs'))
    expect(pairs).to start_with('G0 G1 G2 G3 G4 D0 D1 D2 D3 D4 A0').and include('E1 E0 A4 A3 A2 A1 A0 D4 D3')
  end

  it 'goes on to the top finger of the position, or stops on the tonic' do
    expect(pitches(scale('G major', octaves: 2, to: 'top')).max_by { pitch(_1).midi }).to eq('B5')
    expect(pitches(scale('G major', octaves: 2)).max_by { pitch(_1).midi }).to eq('G5')
  end

  it 'comes down the melodic minor otherwise than it went up, and spells chromatic scales plainly' do
    expect(pitches(scale('D minor', kind: 'melodic-minor'))).to eq(%w[D4 E4 F4 G4 A4 B4 C#5 D5 C5 Bb4 A4 G4 F4 E4 D4])
    expect(pitches(scale('D major', kind: 'chromatic'))).to eq(%w[D4 D#4 E4 F4 F#4 G4 G#4 A4 A#4 B4 C5 C#5 D5 C#5 C5 B4 Bb4 A4 Ab4 G4 F#4 F4 E4 Eb4 D4])
    expect(pitches(scale('Eb major', 'viola', kind: 'chromatic')).first(13)).to eq(%w[Eb3 E3 F3 F#3 G3 Ab3 A3 Bb3 B3 C4 C#4 D4 Eb4])
  end

  it 'plays arpeggios, minor ones in minor keys' do
    expect(pitches(scale('G major', kind: 'arpeggio', octaves: 2))).to eq(%w[G3 B3 D4 G4 B4 D5 G5 D5 B4 G4 D4 B3 G3])
    expect(pitches(scale('A minor', kind: 'arpeggio'))).to eq(%w[A3 C4 E4 A4 E4 C4 A3])
  end

  it 'is called by its tonic and kind; without a kind the key tells' do
    called = ->(name, kind = nil) { described_class::Scale.called(key(name), kind) }
    expect([called['D major'], called['C minor'], called['Bb major', 'arpeggio'], called['G minor', 'arpeggio'], called['E minor', 'melodic-minor']])
      .to eq(['D major', 'C natural minor', 'Bb major arpeggio', 'G minor arpeggio', 'E melodic minor'])
    expect(described_class::Scale.new(instrument: instrument('violin'), key: key('D major'), positions: ['1']).exercise.tune.title).to eq('D major, 1 octave')
  end

  it 'slurs by counts, by uneven groups and over the octave' do
    expect(joins(scale('D major', slur: 2))).to eq('n-V-n-V-n-V-n-V')
    expect(joins(scale('D major', slur: [3, 2]))).to eq('n--V-n--V-n--V-')
    expect(joins(scale('D major', slur: 'octave'))).to eq('n-------V------')
    expect(described_class::SlurSteps.list('counting').map(&:groups)[4..6]).to eq([[[3, 2], [2, 3]], [[3, 3], [2, 2, 2]], [[4, 3], [3, 4]]])
    expect(described_class::SlurSteps.list.map(&:notes)).to eq([1, 2, 4, 8, 'octave'])
  end

  it 'plays each note in a rhythm' do
    twice = scale('D major', rhythm: described_class::Rhythm.named('twice'))
    expect(twice.entries.first(2).map { [_1.note.pitch.to_s, _1.note.duration] }).to eq([['D4', 2], ['D4', 2]])
    mixed = scale('D major', rhythm: described_class::Rhythm.named('quarter-eighths'))
    expect(mixed.entries.first(4).map { _1.note.duration }).to eq([1, 1/2r, 1/2r, 1])
  end

  it 'starts on the lowest octave the instrument has, in other positions too' do
    expect(fingers(scale('C major', 'viola', octaves: 2))).to start_with('C0 C1 C2 C3 G0 G1 G2 G3 D0')
    expect(fingers(scale('C major', 'cello', octaves: 2))).to start_with('C0 C1 C3 C4 G0 G1 G3 G4 D0 D1 D2 D4 A0 A1 A2')
    expect(fingers(scale('G major', 'bass', positions: %w[half 1]))).to eq('E2 A0 A1 A2 D0 D1 D4 G0 D4 D1 D0 A2 A1 A0 E2')
    expect(scale('G major', positions: ['3'], version: 'full').entries.map { _1.place.finger }.first(8)).to eq([1, 2, 3, 4, 1, 2, 3, 4])
  end

  it 'opens the cello hand where the key asks for it' do
    expect(fingers(scale('D major', 'cello'))).to start_with('C1 C2 C4 G0')
  end

  it 'starts on the open string when told to, as a first scale does, or as high as fits' do
    expect(fingers(scale('D major', 'cello', begins: 'open'))).to start_with('D0 D1 D3 D4 A0 A1 A3 A4')
    expect(fingers(scale('A major', begins: 'open'))).to start_with('A0 A1 A2 A3 E0')
    expect(fingers(scale('C major', 'viola', begins: 'highest'))).to start_with('G3 D0 D1 D2 D3 A0')
    expect(fingers(scale('F major', begins: 'open'))).to start_with('D2 D3 A0') # no open string: as low as it goes
    expect { scale('G major', begins: 'nut') }.to raise_error(Fawnmoss::InvalidInput, /nut/) { expect(_1.where[:field]).to eq('begins') }
  end

  it 'refuses what cannot be, naming the field and what would fit' do
    { { octaves: 3 } => [/3 octaves does not fit the violin/, 'octaves'], { octaves: 9 } => [/9 is not possible/, 'octaves'], { kind: 'blue' } => [/blue/, 'kind'],
      { fourth: 'never' } => [/never/, 'fourth'], { slur: 0 } => [/0 is not a number of notes/, 'slur'], { slur: [] } => [/notes to a bow/, 'slur'] }
      .each { |wish, (message, field)| expect { scale('G major', **wish) }.to raise_error(Fawnmoss::InvalidInput, message) { expect(_1.where[:field]).to eq(field) } }
    expect { scale('G major', octaves: 3) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.remedy).to eq('It fits in 2.') }
    expect { scale('D major', 'bass', positions: %w[half 1]) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.remedy).to eq('Allow more positions, or choose another key: G, A, E, B, F or Bb major fits.') }
    expect { described_class::Rhythm.named('polka') }.to raise_error(Fawnmoss::InvalidInput, /polka/)
  end

  it 'warms up for a tune in its key, rhythm and bowing' do
    waltz = tune('D|(G A) B|c2 B|A3|', meter: '3/4', key: 'G')
    warm = described_class::WarmUp.for(waltz, instrument: instrument('violin'), positions: ['1'])
    expect(warm.map { _1.tune.title }).to eq(['G major, 1 octave', 'G major arpeggio, 1 octave'])
    first = warm.first.tune.bars.first
    expect(first.notes.map { [_1.pitch.to_s, _1.duration, _1.slur_start, _1.slur_stop] }).to eq([['G4', 1, true, false], ['G4', 1, false, true], ['G4', 1, false, false]])
    minor = described_class::WarmUp.for(tune('A,B,CD|', key: 'Ddor', unit: '1/4'), instrument: instrument('violin'), positions: ['1'])
    expect(minor.map { _1.tune.title }).to eq(['D natural minor, 1 octave', 'D minor arpeggio, 1 octave'])
  end

  it 'warms up where the tune lies: on the open D of a cello and not from the one on the C string, and wide for a wide tune' do
    first_pitch = ->(body, id) { described_class::WarmUp.for(tune(body), instrument: instrument(id), positions: ['1']).map { [_1.tune.title, _1.tune.notes.first.pitch.to_s] } }
    expect(first_pitch.call('D, E, F, G,|A, F, D,2|', 'cello')).to eq([['D major, 1 octave', 'D3'], ['D major arpeggio, 1 octave', 'D3']])
    expect(first_pitch.call('D,, F,, A,, D,|E, F, A, D|', 'cello')).to eq([['D major, 2 octaves', 'D2'], ['D major arpeggio, 2 octaves', 'D2']])
  end

  it 'steps the tempo up evenly to the goal, with seconds and runs' do
    steps = described_class::TempoSteps.for(quarters: 32, from: 40, to: 80, minutes: 5)
    expect(steps.map(&:tempo)).to eq([40, 46, 53, 61, 70, 80])
    expect(steps.first.to_h).to include(seconds: 48, runs: 6)
    expect(steps.map(&:tempo).each_cons(2).map { |a, b| b.fdiv(a) }).to all(be_between(1.10, 1.20))
    expect(described_class::TempoSteps.for(quarters: 16, to: 80, list: [40, 60, 80]).map(&:runs)).to eq([12, 18, 25])
    expect { described_class::TempoSteps.for(quarters: 16, from: 90, to: 80) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where[:field]).to eq('from') }
  end

  it 'chains forward and backward inside a phrase, then phrases in pairs, then all' do
    solved = chart(tune('D E F G|A2 A2|G F E F|D4|A G F E|F2 F2|E F E E|D4|'))
    forward = described_class::ChainSteps.new(solved).list.map { [_1.from, _1.to, _1.times] }
    expect(forward).to eq([['1:1', '2:1', 2], ['1:1', '3:1', 2], ['1:1', '4:1', 5], ['4:1', '5:1', 2], ['4:1', '6:1', 2], ['4:1', '7:1', 2], ['4:1', '8:1', 5], ['1:1', '8:1', 3]])
    backward = described_class::ChainSteps.new(solved, backward: true).list.map { [_1.from, _1.to] }
    expect(backward.first(3)).to eq([['3:1', '4:1'], ['2:1', '4:1'], ['1:1', '4:1']])
    expect(described_class::ChainSteps.new(solved, by: 'beat').list.size).to be > forward.size
    expect { described_class::ChainSteps.new(solved, by: 'year') }.to raise_error(Fawnmoss::InvalidInput)
  end

  describe 'playing along' do
    let(:waltz) { tune('D|G A B|d2 B|c B A|G2:|', meter: '3/4', key: 'G') }
    let(:schedule) { described_class::PlayAlong.of(chart(waltz)) }

    it 'counts two bars in before a pick-up, plays repeats, and sounds as the instrument does' do
      expect(schedule).to have_attributes(count_in: 5, first: 2, beat: 1, bar: 3, length: 24)
      expect(schedule.notes.map(&:id)).to eq((1..10).map { "n#{_1}" } * 2)
      expect(schedule.notes.first(2).map { [_1.at, _1.length, _1.midi] }).to eq([[0, 1, 62], [1, 1, 67]])
      bass = described_class::PlayAlong.of(chart(tune('D4|'), 'bass', transpose: Fawnmoss::Theory::Interval.octaves(-1)))
      expect(bass.notes.first.midi).to eq(38) # written D3 sounds D2: MIDI 38, where 60 is middle C
      expect(schedule.drones).to include(['root, G', [55]], ['root and fifth', [55, 62]], ['open E', [76]])
    end

    it 'echoes: each phrase, then as many silent bars, every turn on its own beat of the bar' do
      echo = described_class::PlayAlong.of(chart(waltz, cuts: ['n5'])).echo[:notes]
      turns = echo.chunk_while { |a, b| a.silent == b.silent }.to_a
      expect(turns.map { _1.map(&:id) }).to eq(([%w[n1 n2 n3 n4 n5]] * 2) + ([%w[n5 n6 n7 n8 n9 n10]] * 2))
      expect(turns.map { _1.first.silent }).to eq([false, true, false, true])
      expect(turns.map { |turn| turn.first.at % 3 }).to eq([0, 0, 1, 1]) # pick-up starts at 0, n5 on the beat after it
      expect(turns.each_cons(2)).to all(satisfy { |a, b| b.first.at >= a.map { |sound| sound.at + sound.length }.max })
    end

    it 'gives tempi that rise to the chart’s own, and bars as written' do
      expect(described_class::PlayAlong.of(chart(waltz, tempo: 80)).steps).to eq([48, 55, 62, 70, 80])
      expect(described_class::PlayAlong.of(chart(waltz, tempo: 22)).steps).to eq([20, 22])
      expect(schedule.bars).to eq([[0, 0, 1], [1, 1, 3], [2, 4, 3], [3, 7, 3], [4, 10, 2]])
    end
  end

  describe 'the friendliest key' do
    let(:melody) { tune('E F G A|B A G F|E4|', key: 'Em') }
    let(:had) { %w[sound.open rhythm.plain rhythm.long crossing.next left.first-fingers pattern.2-3-close] }

    it 'puts keys without anything new first, then the cheaper ones' do
      list = described_class::FriendlyKeys.new(melody, catalogue).list(Fawnmoss::Chart::Request.build(instrument: instrument('violin'), had:))
      expect(list.map { _1.unmet.size }).to eq(list.map { _1.unmet.size }.sort)
      expect(list.first.unmet).to eq([])
      expect(list.first).to have_attributes(key: 'E minor', words: 'as written, in E minor')
      expect(list.map(&:words)).to all(match(/\A(as written, )?in \S+ minor|octave/))
      expect(list.map { [_1.key, _1.interval.semitones] }.uniq.size).to eq(list.size)
    end

    it 'ranks what an outline says as the whole chart would' do
      request = Fawnmoss::Chart::Request.build(instrument: instrument('cello'), transpose: Fawnmoss::Theory::Interval.octaves(-1))
      whole = Fawnmoss::Chart::Solve.call(melody, request, catalogue)
      outline = Fawnmoss::Chart::Solve.outline(melody, request, catalogue)
      expect(outline.demand_bars).to eq(whole.demand_bars)
      expect(outline.cost).to be_within(1e-9).of(whole.cost + whole.bow_cost)
    end

    it 'finds one key for a mixed group, each instrument in its own octave' do
      requests = %w[violin viola cello bass].map { Fawnmoss::Chart::Request.build(instrument: instrument(_1)) }
      best = described_class::FriendlyKeys.new(melody, catalogue).for_group(requests).first
      charts = best.interval.zip(requests).map { |transpose, request| Fawnmoss::Chart::Solve.call(melody, request.copy(transpose:), catalogue) }
      expect(charts.map { _1.tune.key.name }.uniq).to eq([best.key])
      expect(charts.map { _1.demand_bars.size }.max).to eq(best.unmet.size)
    end
  end
end
