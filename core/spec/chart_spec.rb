# frozen_string_literal: true

require_relative 'spec_helper'
require 'json'

RSpec.describe Fawnmoss::Chart do
  it 'answers the whole contract in plain JSON' do
    contract = JSON.parse(JSON.generate(chart(tune('D|G A B|c2 B|A2|', meter: '3/4', key: 'G')).to_h))
    expect(contract).to include('instrument' => 'violin', 'version' => 'simple', 'same_bars' => [], 'warnings' => [])
    expect(contract['tune']).to eq('title' => 'A tune', 'key' => 'G major', 'meter' => '3/4', 'pickup' => '1/4')
    expect(contract['notes'][0]).to include('bar' => 0, 'beat' => '3', 'written' => 'D4', 'sounding' => 'D4', 'duration' => '1/4', 'string' => 'D', 'finger' => 0,
                                            'position' => nil, 'placement' => 'open', 'direction' => 'up', 'join' => 'start', 'ring' => 'strong', 'check' => nil)
    expect(contract['notes'][4]).to include('bar' => 2, 'beat' => '1', 'duration' => '1/2', 'finger' => 2, 'position' => '1', 'placement' => 'low')
    expect(contract['demands']).to eq(contract['demand_bars'].keys)
  end

  it 'counts beats in the meter’s unit, halves as fractions, and writes the bass an octave above its sound' do
    notes = chart(tune('D,/E,/ F, G,2|'), 'bass').to_h[:notes]
    expect(notes.map { _1[:beat] }).to eq(%w[1 3/2 2 3])
    expect(notes.first).to include(written: 'D3', sounding: 'D2')
  end

  it 'says which note lies below the lowest string, and which octave fits' do
    out = chart(tune('D E F, G|'))
    expect(out).to have_attributes(code: :out_of_reach, bar: 1, beat: '3', reason: 'F#3 lies below the lowest string of the violin (G3 as written)')
    expect(out.offers.map(&:words)).to eq(['an octave higher'])
    expect(out.remedy).to eq('It fits an octave higher.')
  end

  it 'offers the nearest keys when no octave fits' do
    out = chart(tune('G,,2 G,2|g2 F2|', key: 'G'), 'bass')
    expect(out.offers).to be_empty
    wide = chart(tune('A,,2 E,2|D2 A,2|', key: 'D'), 'bass')
    expect(wide.offers.map(&:words)).to all(match(/\Ain \S+ major, a \w+ (and an octave )?(lower|higher)\z/))
    expect(chart(tune('A,,2 E,2|D2 A,2|', key: 'D'), 'bass', transpose: wide.offers.first.interval)).to be_a(described_class::Chart)
  end

  it 'moves the key with the notes' do
    moved = chart(tune('D E F G|'), transpose: Fawnmoss::Theory::Interval.new(steps: 4, semitones: 7))
    expect(moved.tune.key.name).to eq('A major')
    expect(fingers(moved)).to eq('A0 A1 A2 A3')
  end

  it 'refuses choices that do not exist, naming the field' do
    { version: 'medium', fourth: 'never', tempo: 5, start: 'sideways', positions: ['9'] }.each do |field, value|
      expect { chart(tune('D4|'), field => value) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where[:field]).to eq(field.to_s) }
    end
  end

  it 'prints on a terminal, four bars a row' do
    page = described_class::TextPage.new(chart(tune('D E =F G|A4|')))
    expect(page.text).to eq(<<~TEXT)
      A tune: D major, 4/4, violin, simple version

      notes   bar 1  D4  E4  F4     G4  bar 2  A4
      string  |      D   D   D      D   |      A
      finger  |      0   1   2 low  3   |      0
      bow     |      n   V   n      V   |      n

      hand map: G 3-4 close; D 2-3 close, also low 2; A 2-3 close; E 1-2 close
    TEXT
  end

  # 2,500 bars in one go: time and memory are linear, so this is quick; bin/bench measures it.
  it 'charts ten thousand notes' do
    long = tune('D E F G|A B c d|' * 1250)
    expect(chart(long).entries.size).to eq(10_000)
  end
end
