# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Theory do
  it 'names a pitch as it is spelled and knows its MIDI number' do
    expect(pitch('F#4').to_s).to eq('F#4')
    expect([pitch('C4'), pitch('A4'), pitch('Bb3')].map(&:midi)).to eq([60, 69, 58]) # MIDI 1.0: middle C is 60
    expect(pitch('Bb3').spoken).to eq('B flat')
  end

  it 'spells an interval by its steps, not by its sound' do
    diminished = described_class::Interval.new(steps: 4, semitones: 6)
    expect(pitch('B3').up(diminished).to_s).to eq('F4')
    expect(described_class::Interval.between(pitch('D4'), pitch('A4'))).to eq(described_class::Interval.new(steps: 4, semitones: 7))
  end

  it 'refuses what is no pitch, and a spelling beyond double accidentals' do
    expect { pitch('H4') }.to raise_error(Fawnmoss::InvalidInput, /not a pitch/)
    expect { pitch('B##4').up(described_class::Interval.new(steps: 0, semitones: 1)) }.to raise_error(Fawnmoss::InvalidInput)
  end

  # Signatures of the circle of fifths: common practice, no source.
  it 'knows the signature of every major and minor key' do
    sharps = { 'C major' => 0, 'G major' => 1, 'D major' => 2, 'A major' => 3, 'F major' => -1, 'Bb major' => -2, 'Gb major' => -6, 'F# major' => 6,
               'A minor' => 0, 'E minor' => 1, 'D minor' => -1, 'F# minor' => 3, 'C minor' => -3, 'D dorian' => 0, 'E dorian' => 2, 'G mixolydian' => 0 }
    expect(sharps.keys.to_h { [_1, key(_1).fifths] }).to eq(sharps)
    expect(sharps.keys.map { key(_1).name }).to eq(sharps.keys)
  end

  it 'puts sharps and flats on the right letters' do
    expect(%w[F C G].map { key('D major').alter(_1) }).to eq([1, 1, 0])
    expect(%w[B E A].map { key('Bb major').alter(_1) }).to eq([-1, -1, 0])
  end

  it 'moves a key by an interval' do
    fifth = described_class::Interval.new(steps: 4, semitones: 7)
    expect(key('G major').up(fifth).name).to eq('D major')
    expect(key('C# major').up(fifth)).to be_nil
  end

  it 'measures bars and finds the strong beats' do
    six_eight = described_class::Meter.parse('6/8')
    expect([six_eight.bar_length, six_eight.beat_length, six_eight.compound?]).to eq([3, 3/2r, true])
    expect([0r, 1r, 2r, 3r].map { described_class::Meter.parse('C').strength(_1) }).to eq([2, 0, 1, 0])
    expect([0r, 1/2r, 3/2r].map { six_eight.strength(_1) }).to eq([2, 0, 1])
    expect { described_class::Meter.parse('4/3') }.to raise_error(Fawnmoss::InvalidInput, /not a meter/)
  end

  # Pure fifth 701.955, just third 386.314, Pythagorean third 407.820 cents: standard acoustics, in the guide.
  it 'tempers intervals' do
    cents = ->(name, semitones) { described_class::Temperament.cents(described_class::Temperament.ratio(name, semitones)).round(3) }
    expect(cents.call('just', 7)).to eq(701.955)
    expect(cents.call('just', 4)).to eq(386.314)
    expect(cents.call('pythagorean', 4)).to eq(407.820)
    expect(cents.call('equal', 4)).to eq(400.0)
  end
end
