# frozen_string_literal: true

require_relative 'spec_helper'
require_relative 'support/references'
require 'tmpdir'

RSpec.describe Fawnmoss::Writing::Second do
  def abc(text, voice: nil) = Fawnmoss::Notation::Abc.read(text, voice:)
  def heard(tune) = tune.played.map { [_1.onset, _1.duration, _1.pitch.to_s] }
  def demo = Dir[File.expand_path('../../demo/tunes/*.abc', __dir__)].map { abc(File.read(_1)) }
  def melody = abc("X:1\nT:Two\nM:3/4\nL:1/4\nQ:1/4=80\nK:D\nA|d2f|e2c|[1 d3:|[2 d2|]\n")
  def lower(bars) = abc("X:1\nT:Low\nM:3/4\nL:1/4\nK:D clef=bass\n#{bars}\n")
  def beside(bars) = described_class.beside(melody, lower(bars), name: 'Cello')

  it 'leads through the melody’s repeats and endings, in its own clef, and says nothing where all fits' do
    tune = beside('z|F2A|G2E|F3|F2|]')
    expect(tune.second).to have_attributes(title: 'Cello', clef: 'bass', pickup: 1, notices: [])
    expect(tune.second.bars.map { [_1.number, _1.ending, _1.repeat_end, _1.tempo] }).to eq(tune.bars.map { [_1.number, _1.ending, _1.repeat_end, _1.tempo] })
    played = Fawnmoss::Score::Unfolding.tune(tune).second
    expect(heard(played).map(&:last)).to eq(%w[F#4 A4 G4 E4 F#4 F#4 A4 G4 E4 F#4])
    expect(heard(played).map(&:first)).to eq([1, 3, 4, 6, 7, 11, 13, 14, 16, 17])
    expect(tune.notices).to eq([])
  end

  it 'fills what is short with rests, leaves out what is long, and names the bars' do
    tune = beside('z|F2|GEFG|F3|F2|A3|B3|]')
    expect(heard(tune.second).map(&:last)).to eq(%w[F#4 G4 E4 F#4 F#4 F#4])
    expect(tune.second.bars.map(&:length)).to eq(tune.bars.map(&:length))
    expect(tune.notices).to eq(['Bar 1 of the second part is shorter than the melody; rests fill it up.',
                                'Bar 2 of the second part is longer than the melody; the end is left out.',
                                'Bars 5, 6 of the second part are left out: the melody has none such.'])
  end

  it 'cuts a note where the melody’s bar ends, leaves a group out whole, and refuses what has no note left' do
    tune = beside('z|F4|GE(3F/G/A/ (3F/G/A/|F3-|F2|]')
    expect(heard(tune.second)).to eq([[1, 3, 'F#4'], [4, 1, 'G4'], [5, 1, 'E4'], [6, 1/3r, 'F#4'], [19/3r, 1/3r, 'G4'], [20/3r, 1/3r, 'A4'], [7, 5, 'F#4']])
    expect(tune.notices).to eq(['Bars 1, 2 of the second part are longer than the melody; the end is left out.'])
    expect { described_class.fit(melody, lower('z3|z3|z3|z3|z3|z3|A3|]')) }.to raise_error(Fawnmoss::InvalidTune, /no note where the melody has bars/)
  end

  it 'goes along when bars are put into the melody or taken out of it, and stays as it is when they are only written otherwise' do
    tune = ->(bars) { abc("X:1\nT:S\nM:3/4\nL:1/4\nK:D\n#{bars}\n") }
    before = tune.call('d2f|e2c|d3|')
    bars = lambda do |now|
      moved, said = described_class.carried(tune.call('D3|A3|F3|G3|'), before, tune.call(now))
      [moved.bars.map { |bar| bar.notes.map { _1.pitch&.letter || 'z' }.join }.join(' '), said]
    end
    expect(bars.call('d2f|e2c|dcd|d3|')).to eq(['D A z F G', ['The second part rests in bar 3, which is new.']])
    expect(bars.call('A|d2f|e2c|d3|')).to eq(['z D A F G', ['The second part rests in bar 0, which is new.']])
    expect(bars.call('B3|d2f|B3|e2c|d3|')).to eq(['z D z A F G', ['The second part rests in bars 1, 3, which are new.']])
    expect(bars.call('d2f|d3|')).to eq(['D F G', ['What the second part had in bar 2 went with the melody’s.']])
    expect([bars.call('e2g|f2d|e3|'), bars.call('d2f|ecA|d3|')]).to all(eq(['D A F G', []]))
    expect(bars.call('e2g|f2d|c3|d3|').first).to eq('D A z F G')
  end

  it 'follows a bar that a repeat sign splits, whether the other part splits it or not' do
    split = abc("X:1\nT:S\nM:4/4\nL:1/4\nK:G\nD|GABc|d3:|:D|GABc|G3:|\n")
    ["D|B4|B3:|:D|B4|B3:|\n", 'D|B4|B4|B4|B3|'].each do |bars|
      tune = described_class.beside(split, abc("X:1\nT:O\nM:4/4\nL:1/4\nK:G\n#{bars}"))
      expect(tune.second.bars.map { [_1.number, _1.length, _1.repeat_end] }).to eq(split.bars.map { [_1.number, _1.length, _1.repeat_end] })
    end
  end

  it 'is as long as the melody bar by bar, whichever two tunes are put together, and written and read back the same' do
    tunes = demo
    tunes.each_with_index do |one, index|
      tune = described_class.beside(one, tunes[index - 3])
      expect(tune.second.bars.map(&:length)).to eq(one.bars.map(&:length)), one.title
      text = Fawnmoss::Notation::Abc.write(tune)
      expect(heard(abc(text, voice: '1'))).to eq(heard(one)), one.title
      expect(heard(abc(text, voice: '2'))).to eq(heard(tune.second)), one.title
      xml = Fawnmoss::Notation::MusicXml.write(tune)
      expect(heard(Fawnmoss::Notation::MusicXml.read(xml, part: 1))).to eq(heard(tune.second)), one.title
    rescue Fawnmoss::InvalidTune => e
      expect(e.message).to include('no note where')
    end
  end

  it 'moves with the key, is cut with the bars, stays out of the engraver’s score, and is heard beside the melody' do
    tune = beside('z|F2A|G2E|F3|F2|]')
    moved = tune.up(Fawnmoss::Theory::Interval.new(steps: 1, semitones: 2))
    expect([moved.second.key.name, *heard(moved.second).map(&:last)]).to eq(['E major', 'G#4', 'B4', 'A4', 'F#4', 'G#4', 'G#4'])
    expect(heard(Fawnmoss::Score::Excerpt.bars(tune, [2]).second).map(&:last)).to eq(%w[G4 E4])
    expect(Fawnmoss::Notation::MusicXml.write(tune, ids: true).scan('<part ').size).to eq(1)
    schedule = Fawnmoss::Practice::PlayAlong.of(nearest(tune, 'bass'))
    expect(schedule.second.first(2).map { [_1.at, _1.midi] }).to eq([[1, 66], [3, 69]]) # as written, whatever octave suits the bass
    expect(schedule.to_answer[:second].size).to eq(10)
    expect(Fawnmoss::Practice::PlayAlong.of(chart(melody)).to_answer[:second]).to be_nil
  end

  it 'is called as its line is in the file' do
    file = Fawnmoss::Notation::Contents.of("X:1\nT:Q\nM:3/4\nL:1/4\nK:G\nV:1 name=\"Violin\"\nB3|\nV:2\nG3|\nV:3 name=\"Cello\" clef=bass\nG,3|\n", 'abc')
    expect(file.tunes.first.parts.map { [_1.voices, _1.printed] }).to eq([[%w[1 2 3], ['Violin', '', 'Cello']]])
    expect(%w[1 2 3].map { file.name_of(voice: _1) }).to eq(['Violin', 'voice 2', 'Cello'])
    score = Fawnmoss::Notation::Contents.of(Fawnmoss::Notation::MusicXml.write(beside('z|F2A|G2E|F3|F2|]')), 'musicxml')
    expect([score.name_of(part: 1), score.name_of(part: 1, voice: '1')]).to eq(%w[Cello Cello])
    expect([file.take(voice: '1').notices, file.take(voice: '2').notices]).to eq([['Left out: Cello, voice 2.'], ['Left out: Violin, Cello.']])
    expect(Fawnmoss::Notation.but_kept(['Left out: Cello, voice 2.'], %w[2])).to eq(['Left out: Cello.'])
    expect(Fawnmoss::Notation.but_kept(['Left out: Violin, Cello.', 'Left out: voice 2.', 'A bar is short.'], %w[Cello 2])).to eq(['Left out: Violin.', 'A bar is short.'])
  end

  # abc2midi and midicsv are other programs; both are named in docs/references.md.
  it 'sounds in other programs as we say: our ABC in abc2midi, our MIDI in midicsv, our MusicXML by its schema' do
    tune = beside('z|F2A|G2E|F3|F2|]')
    solved = chart(tune)
    low = Fawnmoss::Score::Unfolding.tune(tune).second.played.map { _1.pitch.midi }
    Dir.mktmpdir do |folder|
      File.write(path = File.join(folder, 'a.abc'), Fawnmoss::Chart::Export.write(solved, 'abc'))
      References.run('abc2midi', path, '-o', File.join(folder, 'a.mid'))
      [File.binread(File.join(folder, 'a.mid')), Fawnmoss::Chart::Export.write(solved, 'midi')].each do |bytes|
        notes, = References.midicsv(bytes)
        expect(notes.select { _1[1] == 1 }.map(&:last)).to eq(low)
      end
      File.write(path = File.join(folder, 'a.musicxml'), Fawnmoss::Chart::Export.write(solved, 'musicxml'))
      expect(References.schema_errors(path)).to eq('')
    end
  end
end
