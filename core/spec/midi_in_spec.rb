# frozen_string_literal: true

require_relative 'spec_helper'
require_relative 'support/references'
require 'tmpdir'

RSpec.describe Fawnmoss::Notation::MidiIn do
  # A file of tracks: each a list of [ticks since the event before, bytes of the message].
  def midi(*tracks, quarter: 480, format: 1)
    chunks = tracks.map do |events|
      data = [*events, [0, [0xFF, 0x2F, 0]]].flat_map { |delta, bytes| [*variable(delta), *bytes] }.pack('C*')
      ['MTrk', data.bytesize].pack('a4N') + data
    end
    ['MThd', 6, format, tracks.size, quarter].pack('a4Nn3') + chunks.join
  end

  def variable(number)
    bytes = [number & 0x7F]
    bytes.unshift((number & 0x7F) | 0x80) while (number >>= 7).positive?
    bytes
  end

  # Notes one after the other: [key, quarters, share that sounds].
  def line(*notes, channel: 0)
    wait = 0
    notes.flat_map do |key, quarters, share = 1|
      ticks = (quarters * 480).to_i
      on = (ticks * share).to_i
      next (wait += ticks) && [] if key.nil?

      [[wait, [0x90 | channel, key, 80]], [on, [0x80 | channel, key, 0]]].tap { wait = ticks - on }
    end
  end

  def meter(beats, power) = [0, [0xFF, 0x58, 4, beats, power, 24, 8]]
  def key(fifths, minor = 0) = [0, [0xFF, 0x59, 2, fifths % 256, minor]]
  def named(name) = [0, [0xFF, 0x03, name.bytesize, *name.bytes]]
  def read(*tracks, line: nil, **options) = described_class.read(midi(*tracks, **options), line:)
  def played(tune) = tune.played.map { [_1.pitch.to_s, _1.duration] }

  it 'gives back our own files: every demo tune without ornaments, at the same places' do
    demo_tunes.each do |tune|
      next if tune.notes.any? { _1.graces || _1.marks.include?(:trill) }

      read = described_class.read(Fawnmoss::Notation::Midi.write(tune, instrument: instrument('violin'), tempo: 90, count_in: false))
      expected = Fawnmoss::Score::Unfolding.tune(tune).played
      expect(read.played.map { [_1.onset, _1.duration, _1.pitch] }).to eq(expected.map { [_1.onset, _1.duration, _1.pitch] }), tune.title
      expect([read.key.fifths, read.meter.to_s, read.tempo]).to eq([tune.key.fifths, tune.meter.to_s, 90])
    end
  end

  it 'sets bars: cuts and ties at bar lines, rests, changes of meter and key' do
    read = read([meter(3, 2), key(1), *line([67, 2], [69, 2], [nil, 1], [71, 1])])
    expect(read.bars.map { |bar| bar.notes.map { [_1.pitch&.to_s, _1.duration, _1.tie] } })
      .to eq([[['G4', 2, false], ['A4', 1, true]], [['A4', 1, false], [nil, 1, false], ['B4', 1, false]]])
    changing = read([meter(4, 2), [0, [0xFF, 0x59, 2, 0, 0]], *line([60, 4]), [0, [0xFF, 0x58, 4, 3, 2, 24, 8]], [0, [0xFF, 0x59, 2, 2, 0]], *line([66, 3], [62, 3])])
    expect(changing.bars.map { [_1.meter.to_s, _1.key.name] }).to eq([['4/4', 'C major'], ['3/4', 'D major'], ['3/4', 'D major']])
    expect(changing.notices).to eq(['Lengths were read in sixteenths.'])
  end

  it 'finds halves, quarters of a beat and thirds, and chords' do
    read = read([meter(4, 2), key(0), *line([60, 1/3r], [62, 1/3r], [64, 1/3r], [65, 3/4r], [67, 1/4r], [69, 1/2r], [71, 1/2r], [72, 1])])
    expect(read.notes.map(&:duration)).to eq([1/3r, 1/3r, 1/3r, 3/4r, 1/4r, 1/2r, 1/2r, 1])
    expect(read.notes.map { _1.tuplet&.place }.first(4)).to eq([:start, :inside, :stop, nil])
    chord = read([meter(4, 2), key(0), [0, [0x90, 60, 80]], [0, [0x90, 67, 80]], [1920, [0x80, 60, 0]], [0, [0x80, 67, 0]]])
    expect(chord.notes.map { [_1.pitch.to_s, _1.chord, _1.duration] }).to eq([['C4', false, 4], ['G4', true, 4]])
  end

  it 'writes what was played as it was meant, and names what was moved far' do
    random = Random.new(4)
    late = lambda do |keys|
      ticks = 0
      keys.flat_map do |note|
        from = (ticks + random.rand(-18..18)).clamp(0, nil)
        ticks += 480
        [[from, [0x90, note, 80]], [from + 400, [0x80, note, 0]]]
      end.sort_by(&:first)
    end
    events = late.call([62, 64, 66, 67, 69, 67, 66, 64] * 2)
    deltas = events.each_with_index.map { |(at, bytes), index| [at - (index.zero? ? 0 : events[index - 1].first), bytes] }
    read = read([meter(4, 2), key(2), *deltas])
    expect(played(read)).to eq(%w[D4 E4 F#4 G4 A4 G4 F#4 E4].map { [_1, 1] } * 2)
    expect(read([meter(4, 2), key(0), *line([60, 9/20r], [62, 11/20r], [64, 3])]).notices.join).to include('1 note was moved by more than a twenty-fourth')
  end

  it 'guesses a key that is not named, says so, and spells by it' do
    { [62, 64, 66, 67, 69, 62] => ['D major', 'F#4'], [62, 64, 65, 69, 70, 62] => ['D minor', 'Bb4'], [65, 67, 69, 70, 72, 65] => ['F major', 'Bb4'] }.each do |keys, (name, note)|
      read = read(line(*keys.map { [_1, 1] }))
      expect(read.key.name).to eq(name)
      expect(read.notes.map { _1.pitch.to_s }).to include(note)
      expect(read.notices.first).to eq("The file names no key; by its notes it is #{name}.")
    end
    spelled = ->(fifths, minor, *keys) { read([key(fifths, minor), *line(*keys.map { [_1, 1] })]).notes.filter_map { _1.pitch&.to_s } }
    expect(spelled.call(0, 0, 60, 66, 61, 70)).to eq(%w[C4 F#4 C#4 Bb4]) # raised fourth, raised tonic, lowered seventh
    expect(spelled.call(0, 1, 69, 68, 66)).to eq(%w[A4 G#4 F#4]) # the leading notes of A minor
    expect(spelled.call(-4, 0, 68, 66, 74)).to eq(%w[Ab4 Gb4 D5])
  end

  it 'lists its tracks and channels, leaves percussion out, and takes one' do
    bytes = midi([named('Evening'), meter(4, 2)], [named('Flute'), *line([72, 4])], [named('Two hands'), *line([60, 4], channel: 1), *line([48, 4], channel: 2)], line([38, 4], channel: 9))
    contents = Fawnmoss::Notation::Contents.of(bytes, 'midi')
    expect(contents.tunes.first.title).to eq('Evening')
    expect(contents.tunes.first.parts.map(&:name)).to eq(['Flute', 'Two hands', 'Two hands'])
    expect(played(contents.take(part: 2))).to eq([['C3', 4]])
    expect(contents.take.notices).to include('Left out: Two hands, Two hands.')
    text, format, = contents.text_of(part: 1)
    expect([format, played(Fawnmoss::Notation::Abc.read(text))]).to eq(['abc', [['C4', 4]]])
    expect { contents.take(part: 3) }.to raise_error(Fawnmoss::InvalidTune, /no part 4/)
  end

  it 'understands running status, and a note-on without force as an end' do
    running = midi([[0, [0x90, 60, 80]], [480, [60, 0]], [0, [62, 80]], [480, [62, 0]]])
    expect(played(described_class.read(running))).to eq([['C4', 1], ['D4', 1]])
  end

  it 'reads what is there of a file that breaks off or lies about its lengths, quickly' do
    whole = midi([named('Torn'), *line([60, 1], [62, 1], [64, 1])])
    torn = described_class.read(whole.byteslice(0, whole.bytesize - 12))
    expect([torn.notes.first.pitch.to_s, torn.notices]).to match(['C4', include('The file breaks off; what is there was read.')])
    lying = whole.dup.tap { _1[18, 4] = [0x7FFFFFFF].pack('N') }
    expect(played(described_class.read(lying)).first).to eq(['C4', 1])
    long_text = midi([[0, [0xFF, 0x01, 0xFF, 0xFF, 0xFF, 0x7F]], *line([60, 1])])
    expect { described_class.read(long_text) }.to raise_error(Fawnmoss::InvalidTune, /no notes/)
  end

  it 'refuses what is no MIDI, has no notes, is counted in frames, or has too many tracks, with a word' do
    { 'MThd' => /no MIDI file/, 'X:1' => /no MIDI file/, midi([named('Empty')]) => /no notes/, midi(line([38, 1], channel: 9)) => /no notes/,
      midi(line([60, 1]), quarter: 0xE728) => /film frames/, midi(*Array.new(10_000) { [] }) => /more than 400 tracks/, "MThd#{'x' * 2_000_001}" => /over 2 MB/ }.each do |bytes, message|
      expect { described_class.read(bytes) }.to raise_error(Fawnmoss::InvalidTune, message)
    end
  end

  it 'survives a thousand mutilated files' do
    bytes = midi([named('Fuzz'), meter(3, 2), key(-1), *line([60, 1], [62, 1/2r], [64, 1/2r], [65, 1/3r], [67, 1/3r], [69, 2])], line([48, 4], channel: 1))
    random = Random.new(11)
    outcomes = Array.new(1000) do
      broken = bytes.dup
      random.rand(1..5).times { broken.setbyte(random.rand(broken.bytesize), random.rand(256)) }
      tune = described_class.read(broken)
      tune.bars.sum(&:length) < 10_100
    rescue Fawnmoss::InvalidTune => e
      !e.message.empty?
    end
    expect(outcomes).to all(be(true))
  end

  it 'is read as the teacher knows better: another grid, key, meter' do
    uneven = midi([meter(4, 2), *line([62, 1], [64, 1/3r], [66, 1/3r], [67, 1/3r], [69, 1/2r], [71, 1/2r], [74, 1])])
    how = ->(**given) { described_class.read(uneven, how: described_class::How.from_plain(given.transform_keys(&:to_s))) }
    expect(how.call.played.map(&:duration)).to eq([1, 1/3r, 1/3r, 1/3r, 1/2r, 1/2r, 1])
    expect(how.call.notices).to include('Lengths were read in triplets and sixteenths.')
    eighths = how.call(grid: 'eighths', key: 'G major', meter: '2/4')
    expect([eighths.key.name, eighths.meter.to_s, eighths.bars.size]).to eq(['G major', '2/4', 2])
    expect(eighths.played.map(&:duration).map { _1 * 2 }).to all(satisfy { _1.denominator == 1 })
    expect(eighths.notices).to include('Lengths were read in eighths.', /moved by more than a twenty-fourth/)
    [{ grid: 'crumbs' }, { key: 'H major' }, { meter: '4/9' }].each { |bad| expect { how.call(**bad) }.to raise_error(Fawnmoss::InvalidInput), bad.inspect }
  end

  it 'hears what midicsv hears in a file by abc2midi, voice by voice' do
    Dir.mktmpdir do |folder|
      File.write(path = File.join(folder, 'a.abc'), "X:1\nM:3/4\nL:1/4\nQ:1/4=100\nK:G\nV:1\nG A B|c>d e|(3d/c/B/ A2|\nV:2\nG,3|E,2 F,|G,3|\n")
      References.run('abc2midi', path, '-o', File.join(folder, 'a.mid'))
      bytes = File.binread(File.join(folder, 'a.mid'))
      mine = Fawnmoss::Notation::Contents.of(bytes, 'midi').then { |contents| contents.tunes.first.parts.flat_map { |part| contents.take(part: part.index).played.map { [_1.onset, _1.pitch.midi] } } }
      heard = References.midi_notes(bytes).map(&:last)
      expect(mine.sort.map(&:last).sort).to eq(heard.sort)
      expect(described_class.read(bytes).played.map(&:duration)).to eq([1, 1, 1, 3/2r, 1/2r, 1, 1/3r, 1/3r, 1/3r, 2])
    end
  end
end
