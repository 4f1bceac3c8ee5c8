# frozen_string_literal: true

require_relative 'spec_helper'
require_relative '../../siege/fuzz'

# A short version of bin/siege's changed tunes.
RSpec.describe 'tunes changed at random' do
  it 'are refused with a word, or are the same after they were written in either format and read back' do
    texts = Dir[File.expand_path('../../demo/tunes/*.abc', __dir__)].map { File.read(_1) }
    tallies = Fuzz.new(texts, seed: 11).run(220)
    expect(tallies.transform_values { |tally| tally.failures.map { [_1.what, _1.text] } }).to eq('abc' => [], 'musicxml' => [])
    expect(tallies.values.map(&:read)).to all(be > 30)
  end

  # Found by longer runs.
  it 'take a slur over one note for none, and leave out, with a word, a tie that leads nowhere' do
    tune = Fawnmoss::Notation::Abc.read("X:1\nM:4/4\nL:1/4\nK:D\n(D) E (F G)|\n")
    expect(tune.notes.map { [_1.slur_start, _1.slur_stop] }).to eq([[false, false], [false, false], [true, false], [false, true]])
    xml = Fawnmoss::Notation::MusicXml.write(Fawnmoss::Notation::Abc.read("X:1\nM:4/4\nL:1/4\nK:D\nD E F G-|G4|\n")).sub(%r{<step>G</step>(?!.*<step>G</step>)}m, '<step>A</step>')
    read = Fawnmoss::Notation::MusicXml.read(xml)
    expect([read.notes.map(&:tie), read.notices]).to eq([[false] * 5, ['Left out: ties that lead nowhere.']])
    expect(Fuzz.wrong(xml, 'musicxml')).to be_nil
  end

  it 'take a mark given twice for one, a cut sign for two halves alone, and groups of more than a hundred notes' do
    twice = Fawnmoss::Notation::Abc.read("X:1\nM:4/4\nL:1/4\nK:D\nD E F !breath!!breath!G|\n")
    expect([twice.notes.map(&:marks), Fuzz.wrong("X:1\nM:4/4\nL:1/4\nK:D\nD E F !breath!!breath!G|\n", 'abc')]).to eq([[[], [], [:breath], []], nil])
    xml = Fawnmoss::Notation::MusicXml.write(Fawnmoss::Notation::Abc.read("X:1\nM:C|\nL:1/4\nK:D\nD E F G|A4|\n")).sub('<beats>2</beats>', '<beats>2</beats><beats>2</beats>')
    expect([Fawnmoss::Notation::MusicXml.read(xml).meter.to_s, Fuzz.wrong(xml, 'musicxml')]).to eq(['4/2', nil])
    long = "X:1\nM:4/4\nL:1/8\nK:D\n(3:2:120#{'D' * 120}|\n"
    expect([Fawnmoss::Notation::Abc.read(long).notes.size, Fuzz.wrong(long, 'abc')]).to eq([120, nil])
  end
end
