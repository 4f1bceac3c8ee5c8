# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Notation::Abc do
  def read(text) = described_class.read(text)

  # [line, column] of the refusal
  def refused_at(body, head: "X:1\nM:4/4\nL:1/4\nK:G\n")
    read(head + body)
    nil
  rescue Fawnmoss::InvalidTune => e
    e.where.values_at(:line, :column)
  end

  it 'reads pitches with octaves, key and accidentals that last to the bar line' do
    expect(tune("F ^F' _B, =F|F4|", key: 'G').notes.map { _1.pitch.to_s }).to eq(%w[F#4 F#5 Bb3 F4 F#4])
  end

  it 'reads lengths, dots, broken rhythm, triplets and rests' do
    read = tune('A3/2 B/ (3c/d/e/ z|A>B c2|', key: 'G')
    expect(read.notes.map(&:duration)).to eq([3/2r, 1/2r, 1/3r, 1/3r, 1/3r, 1, 3/2r, 1/2r, 2])
    expect(read.notes.map(&:dots)).to eq([1, 0, 0, 0, 0, 0, 1, 0, 0])
    expect(read.notes[5]).to be_rest
  end

  it 'counts a pick-up as bar 0, at the end of its bar' do
    read = tune('D|G A B|c2 B|A2|', meter: '3/4', key: 'G')
    expect(read.bars.map(&:number)).to eq([0, 1, 2, 3])
    expect([read.pickup, read.notes.first.at]).to eq([1, 2])
  end

  it 'keeps repeats and endings as written, and joins a bar that a repeat splits' do
    read = tune('|:D E F G|[1 A4:|[2 D4||', meter: '4/4')
    expect(read.bars.map { [_1.number, _1.repeat_start, _1.repeat_end, _1.ending, _1.line] })
      .to eq([[1, true, false, nil, :single], [2, false, true, '1', :single], [3, false, false, '2', :final]])
    split = tune('A|D E F G|A3:|B|c B A G|F3|')
    expect(split.bars.map(&:number)).to eq([0, 1, 2, 2, 3, 4])
    expect(split.bars[3].notes.first.at).to eq(3)
  end

  it 'joins tied notes into one sounding note and numbers slurs' do
    played = tune('(D E) F2-|F2 (G A)|').played
    expect(played.map { [_1.pitch.to_s, _1.duration, _1.slur] }).to eq([['D4', 1, 1], ['E4', 1, 1], ['F#4', 4, nil], ['G4', 1, 2], ['A4', 1, 2]])
  end

  it 'keeps an accidental over a tied bar line' do
    expect(tune('^G4-|G4|', key: 'C').notes.map { _1.pitch.to_s }).to eq(%w[G#4 G#4])
  end

  it 'reads bow signs, fingers and the marks that matter' do
    note = tune('u!3!.D !downbow!E !tenuto!F G!breath!|').notes
    expect(note.map(&:bow)).to eq([:up, :down, nil, nil])
    expect(note.first.finger).to eq(3)
    expect(note.map(&:marks)).to eq([[:staccato], [], [:tenuto], [:breath]])
  end

  it 'reads the header: title, key with mode and clef, meter, tempo, unit length' do
    read = read("X:7\nT:By the Brook\nC:Nobody\nM:6/8\nQ:3/8=60\nK:Edor clef=bass\nE,3 D,3|\n")
    expect([read.title, read.composer, read.key.name, read.clef, read.tempo]).to eq(['By the Brook', 'Nobody', 'E dorian', 'bass', 90])
    expect(read.notes.map(&:duration)).to eq([3/2r, 3/2r]) # L: is an eighth when not given (ABC 2.1, 3.1.7)
  end

  it 'reads chords, grace notes, trills and strings' do
    read = tune('!0!!1![D,A,]2 {BA}!trill!G "_III"!3!G|[GB]-[GB]/d/ [G2B2]|')
    chord = read.notes.first(2)
    expect(chord.map { [_1.pitch.to_s, _1.finger, _1.chord, _1.at] }).to eq([['D3', 0, false, 0], ['A3', 1, true, 0]])
    expect([read.notes[2].graces.map(&:to_s), read.notes[2].marks, read.notes[3].string]).to eq([%w[B4 A4], [:trill], 3])
    expect(read.played.map { [_1.pitch.to_s, _1.head, _1.duration] }.drop(4)).to eq([['G4', 4, 3/2r], ['B4', 4, 3/2r], ['D5', 6, 1/2r], ['G4', 7, 2], ['B4', 7, 2]])
  end

  it 'leaves out what changes no note, and says so' do
    read = read("X:1\nT:Half \\% done\nP:AABB\nM:4/4\nL:1/4\nQ:1/4=7\nK:G treble\n\"Em\"A ~B !turn!c d|\nW: la la la la\nL:1/8\nA2B2c4|\n")
    expect(read.title).to eq('Half % done')
    expect(read.notes.map(&:duration)).to eq([1, 1, 1, 1, 1, 1, 2])
    expect(read.notices).to eq(['Left out: the order of parts.', 'Left out: the tempo.', 'Left out: ornaments.', 'Left out: decorations.', 'Left out: words after the tune.'])
  end

  it 'refuses what it does not read, at its line and column' do
    expect(refused_at("ABcd|\nA{gBcd|")).to eq([6, 2])
    expect(refused_at('ABcd|[GBAcd|')).to eq([5, 6])
    expect(refused_at("ABcd|\nV:\n")).to eq([6, 1])
    expect(refused_at('(0ABcde|')).to eq([5, 1])
    expect(refused_at(')ABcd|')).to eq([5, 1])
    expect(refused_at('-ABcd|')).to eq([5, 1])
    expect(refused_at('AB ? cd|')).to eq([5, 4])
    expect(refused_at('A|B ^z cd|')).to eq([5, 5])
    expect(refused_at('ABcd A/0|')).to eq([5, 6])
    expect(refused_at('ABcd|[4//cg]|')).to eq([5, 6])
  end

  it 'answers a wrong sign with the right one' do
    expect { tune('D E F# G|') }.to raise_error(Fawnmoss::InvalidTune, /for F sharp write \^F/) { expect(_1.where).to include(line: 6, column: 5) }
    expect { tune('D E h G|') }.to raise_error(Fawnmoss::InvalidTune, /for the German H write B/)
  end

  it 'names joins and decorations that are left hanging, and reads the notes' do
    { '(A B c d|' => 'a slur that does not end', 'A-B c d|' => 'ties that lead nowhere', 'ABcd-|' => 'ties that lead nowhere', 'ABcdu|' => 'a decoration at the end',
      '(A (B c) d)|' => 'slurs around other slurs', 'ABc d]|' => 'a ] that stands alone', 'A B c d & e f g a|' => 'second voices inside a bar' }.each do |body, words|
      read = tune(body, key: 'G')
      expect(read.notes.map { _1.pitch.letter }).to eq(%w[A B C D])
      expect(read.notices).to include(start_with("Left out: #{words}")), body
    end
    expect(tune('(A (B c) d)|').played.map(&:slur)).to eq([nil, 1, 1, nil]) # the inner slur is the bow's
    expect(tune('(z A B z)|(A z z2)|').played.map(&:slur)).to eq([1, 1, nil]) # none begins or ends on a rest
  end

  it 'says of a bar that does not add up by how much, and reads it as it stands' do
    read = tune('A B c d|A B c|A B c d|A B c d e|A4|', key: 'G')
    expect(read.notices).to eq(['Bar 2 holds 3 quarters, but 4/4 asks for 4 quarters. It stands as it is.', 'Bar 4 holds 5 quarters, but 4/4 asks for 4 quarters. It stands as it is.'])
    expect(read.bars.map(&:length)).to eq([4, 3, 4, 5, 4])
    expect(tune("#{'A B c|' * 12}A4|", key: 'G').notices.last).to eq('3 more bars do not add up.')
  end

  it 'refuses empty, foreign, huge and wrongly encoded text with a clear message' do
    { '' => /empty/, "\xFFabc".b => /UTF-8/, 'hello there' => /key line/, "X:1\nT:None\n" => /no key/,
      "X:1\nM:4/4\nK:G\n|\n" => /no notes/, "X:1\nM:4/4\nK:Q\nA|" => /not a key/, "X:1\nM:5/0\nK:G\nA|" => /not a meter/, ('A' * 200_001) => /200 kB/ }
      .each { |text, message| expect { read(text) }.to raise_error(Fawnmoss::InvalidTune, message) }
  end

  # Bounded, seeded: whatever is typed ends in a tune or a message with a place, never in another exception.
  it 'survives two thousand mutilated tunes' do
    text = File.read(File.join(__dir__, '../../demo/tunes/10-rocking-gate.abc')).sub('z|]', '[DF]- [DF]|{cd}T!3!"_II"B3 z3|]')
    signs = "ABcd|:[]()<>^_=,'/23z-!.\"{}~\n %".chars
    expect(survives_mutilation(text, signs, seed: 20_260_309, times: 2000, most: 4) { read(_1) }).to eq(2000)
  end
end
