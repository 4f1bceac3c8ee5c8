# frozen_string_literal: true

require_relative 'spec_helper'
require 'json'
require 'open3'
require 'tempfile'

RSpec.describe 'bin/fawnmoss' do
  def run(*words)
    out, err, status = Open3.capture3(File.expand_path('../../bin/fawnmoss', __dir__), *words)
    [status.exitstatus, out, err]
  end

  def file(text, ending = '.abc')
    @files = [*@files, Tempfile.new(['tune', ending])]
    @files.last.tap { _1.write(text) && _1.flush }.path
  end

  let(:steps) { file("X:1\nT:Five steps\nM:4/4\nL:1/4\nK:D\nD E F G|G F E D|]\n") }

  it 'charts the step tune for violin and, an octave lower, for bass' do
    code, out, = run('chart', steps, '--instrument', 'violin')
    notes = JSON.parse(out)['notes']
    expect([code, notes.map { "#{_1['string']}#{_1['finger']}" }]).to eq([0, %w[D0 D1 D2 D3 D3 D2 D1 D0]])
    _, out, = run('chart', steps, '--instrument', 'bass', '--octave', '-1')
    expect(JSON.parse(out)['notes'].map { "#{_1['string']}#{_1['finger']}" }).to eq(%w[D0 D1 D4 G0 G0 D4 D1 D0])
  end

  it 'reads its own MusicXML back' do
    _, xml, = run('chart', steps, '--instrument', 'violin', '--format', 'musicxml')
    code, out, = run('chart', file(xml, '.musicxml'), '--instrument', 'violin', '--format', 'text')
    expect([code, out]).to match([0, /finger  \|      0   1   2 high  3/])
  end

  it 'charts in every format, each read back by its own reader' do
    _, abc, = run('chart', steps, '--instrument', 'viola', '--format', 'abc')
    expect(run('chart', file(abc), '--instrument', 'viola', '--format', 'text')).to match([0, /finger  \|      0   1   2 high  3/, ''])
    code, midi, = run('chart', steps, '--instrument', 'viola', '--format', 'midi')
    expect([code, midi.b[0, 4]]).to eq([0, 'MThd'])
    _, shifted, = run('chart', steps, '--instrument', 'cello', '--octave', '-1', '--version', 'full', '--start', 'balance', '--shift', 'new', '--slide', 'new')
    expect(JSON.parse(shifted)['notes'][0]).to include('direction' => 'up', 'bow' => [0.3125, 0.0])
  end

  it 'writes scales as the contract says' do
    code, out, = run('scale', 'C major', '--instrument', 'viola', '--octaves', '2', '--fourth', 'descending', '--slur', '2')
    notes = JSON.parse(out)['notes']
    expect([code, notes.first(3).map { "#{_1['string']}#{_1['finger']}" }, notes.map { _1['join'] }.first(4)]).to eq([0, %w[C0 C1 C2], %w[start slur change slur]])
    expect(notes.count { _1['finger'] == 4 }).to eq(3)
    expect(run('scale', 'G major', '--instrument', 'violin', '--octaves', '3')).to match([1, '', /octaves: G major in 3 octaves does not fit.*It fits in 2/])
    _, out, = run('scale', 'D major', '--instrument', 'cello', '--begins', 'open', '--format', 'text')
    expect(out).to include('0   1   3    4   |      0   1   3    4')
    expect(run('scale', 'H major', '--instrument', 'violin')).to match([1, '', /not a key/])
    expect(run('scale', 'G major', '--instrument', 'violin', '--slur', 'many')).to match([2, '', /--slur many/])
  end

  it 'ranks keys, lists steps and writes a warm-up' do
    _, out, = run('keys', steps, '--instrument', 'violin,bass')
    expect(JSON.parse(out).first.keys).to eq(%w[key semitones words unmet cost])
    _, out, = run('steps', steps, '--instrument', 'violin', '--tempo', '80', '--from', '40')
    expect(JSON.parse(out)['tempo'].map { _1['tempo'] }).to eq([40, 46, 53, 61, 70, 80])
    _, out, = run('warm-up', steps, '--instrument', 'violin')
    expect(JSON.parse(out).transform_values { _1['tune']['title'] }).to eq('scale' => 'D major, 1 octave', 'arpeggio' => 'D major arpeggio, 1 octave')
    expect(run('keys', steps, '--instrument', 'violin,kazoo')).to match([2, '', /kazoo is not an instrument/])
  end

  it 'prints tapes and the ringing list' do
    _, out, = run('tapes', '--instrument', 'violin', '--length', '328')
    expect(JSON.parse(out)['tapes'].map { _1['mm'] }).to eq([35.8, 67.7, 82.3, 109.1])
    _, out, = run('rings', '--instrument', 'violin', '--format', 'text')
    expect(out.lines.first).to eq("G string, finger 1: A3 rings strongly with open A\n")
  end

  it 'writes parts, harmony and rounds' do
    _, out, = run('part', steps, '--kind', 'second', '--for', 'viola')
    found = JSON.parse(out)
    expect([found['side'], found['notes'].size, found['notes'].first.keys, found['harmony'].map { _1['chord'] }.uniq - %w[D A A7 G], found['chart']['tune']['title']])
      .to eq(['below', 8, %w[bar beat length written midi set why others], [], 'Five steps, second voice'])
    code, out, = run('part', steps, '--kind', 'second', '--for', 'violin', '--above', '--notes', '1:1=A4', '--with-tune', '--format', 'abc')
    expect([code, out]).to match([0, /V:1\n.*V:2 name="Five steps, second voice".*\n.*A2?/m])
    expect(run('part', steps, '--kind', 'bass', '--for', 'cello', '--level', 'Left hand', '--format', 'musicxml')[1]).to include('Five steps, bass line')
    expect(run('harmony', steps, '--chords', '1:3=Bm', '--format', 'text')[1]).to include('bar 1, beat 3: Bm (as you set it')
    expect(JSON.parse(run('round', steps)[1])['round']).to be(false)
    expect(run('part', steps, '--kind', 'second', '--for', 'cello', '--above')).to match([1, '', /no second voice above .* There is a drone/])
    expect(run('part', steps, '--kind', 'second', '--for', 'viola', '--chords', '9:1=A')).to match([1, '', /bar 9, beat 1: there is no place for a chord/])
    [%w[--kind second], %w[--for viola], %w[--kind polka --for viola], %w[--kind bass --for cello --chords 1=D], %w[--kind bass --for cello --level Master]].each do |words|
      expect([words, run('part', steps, *words).first]).to eq([words, 2])
    end
  end

  it 'lists what is in a file, and charts the tune and the voice that are named' do
    book = file("X:1\nT:One\nK:D\nDEFG|\n\nX:2\nT:Two\nL:1/4\nK:G\nV:a\nGABc|\nV:b\nG4|\n\nX:3\nT:Silent\nK:G\nz4|\n")
    code, out, = run('contents', book)
    expect([code, JSON.parse(out)['tunes'].map { |tune| [tune['tune'], tune['title'], tune['parts'].flat_map { _1['voices'] }, tune['why']] }])
      .to eq([0, [[1, 'One', ['1'], nil], [2, 'Two', %w[a b], nil], [3, 'Silent', [], 'There are no notes.']]])
    expect(run('contents', book, '--format', 'text')[1].lines[1]).to eq("tune 2, Two: part 1: voice a, b\n")
    _, out, = run('chart', book, '--instrument', 'violin', '--tune', '2', '--voice', 'b')
    expect(JSON.parse(out)['notes'].map { _1['written'] }).to eq(['G4'])
    expect(run('chart', book, '--instrument', 'violin', '--tune', '4')).to match([1, '', /there is no tune 4/])
    expect(run('chart', book, '--instrument', 'violin', '--tune', '2', '--voice', 'x')).to match([1, '', /there is no voice x/])
  end

  it 'has the stand-in pupil play a chart with faults, listens to it, and writes down what was played' do
    take = file('', '.wav')
    tune = file("X:1\nT:Steps\nM:4/4\nL:1/4\nQ:1/4=72\nK:D\nD F E G|F A G B|A G F E|D4|]\n")
    faults = file('{"seed": 2, "faults": [{"kind": "wrong", "note": 5, "semitones": 1}, {"kind": "stop", "note": 8, "seconds": 1.5}]}', '.json')
    code, out, = run('stand-in', tune, '--instrument', 'violin', '--faults', faults, '--out', take)
    expect([code, JSON.parse(out)['seconds']]).to match([0, be_within(1).of(16.3)])
    code, out, = run('listen', take, tune, '--instrument', 'violin', '--a4', '440', '--limit', '12')
    heard = JSON.parse(out)
    expect([code, heard['stops'].map { _1['before'] }, heard['notes'].reject { _1['verdict'] == 'in tune' }.map { _1['index'] }]).to eq([0, [8], [5]])
    expect(run('listen', take, tune, '--instrument', 'violin', '--format', 'text')[1]).to include('A stop of 1.5 seconds in bar 3.')
    run('stand-in', tune, '--instrument', 'violin', '--out', take)
    expect(run('play-in', take, '--tempo', '72', '--meter', '4/4', '--format', 'abc')[1]).to include('D2 F2 E2 G2 |F2 A2 G2 B2 |A2 G2 F2 E2 |')
  end

  it 'refuses recordings and faults that cannot be, with 1, and what is missing with 2' do
    take = file(['RIFF', 36, 'WAVE', 'fmt ', 16, 1, 1, 44_100, 0, 2, 16, 'data', 0].pack('a4Va4a4VvvVVvva4V').force_encoding('UTF-8'), '.wav')
    expect(run('listen', take, steps, '--instrument', 'violin')).to match([1, '', /no samples/])
    expect(run('listen', steps, steps, '--instrument', 'violin')).to match([1, '', /no WAV file/])
    expect(run('listen', '/nowhere.wav', steps, '--instrument', 'violin')).to match([1, '', /cannot be read/])
    expect(run('stand-in', steps, '--instrument', 'violin', '--faults', steps, '--out', take)).to match([1, '', /no JSON/])
    expect(run('stand-in', steps, '--instrument', 'violin', '--out', '/nowhere/take.wav')).to match([1, '', /cannot be written/])
    [['listen'], ['listen', take, '--instrument', 'violin'], ['stand-in', steps, '--instrument', 'violin'], ['play-in', take, '--meter', '4/4'], ['play-in', take, '--tempo', '60']]
      .each { |words| expect(run(*words).first).to eq(2) }
  end

  it 'leaves with 1 and the place for bad input' do
    code, out, err = run('chart', file("X:1\nM:4/4\nL:1/4\nK:G\nABF#d|\n"), '--instrument', 'violin')
    expect([code, out, err]).to match([1, '', /\Aline 5, column 3: the sign # is not read here: for F sharp write \^F/])
    expect(run('chart', steps, '--instrument', 'bass')).to match([1, '', /bar 1, beat 1: D4 is not within reach.*--octave -1/])
    expect(run('chart', '/nowhere.abc', '--instrument', 'violin')).to match([1, '', /cannot be read/])
    expect(run('tapes', '--instrument', 'violin', '--length', '3')).to match([1, '', /cannot be/])
  end

  it 'leaves with 2 and the usage for bad usage' do
    [[], ['sing'], ['chart', steps], ['chart', '--instrument', 'violin'], ['chart', steps, '--instrument', 'kazoo'], ['tapes', '--instrument', 'violin']]
      .each { |words| expect(run(*words)).to match([2, '', %r{bin/fawnmoss chart FILE}]) }
  end
end
