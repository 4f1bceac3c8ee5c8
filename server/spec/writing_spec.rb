# frozen_string_literal: true

require_relative 'spec_helper'

# The writing desk: acts on a tune that is sent along.
RSpec.describe 'the writing desk' do
  before { log_in }

  def write(*acts, text: '', **more)
    api(:post, '/api/writing', { text:, instrument: 'violin', acts: acts.map { |name, given| { do: name, given: given || {} } }, **more })
  end

  it 'begins in the clef of the instrument where no other is chosen' do
    clefs = %w[violin viola cello bass].map { |instrument| write(instrument:, start: { key: 'G major', clef: nil })[:clef] }
    expect(clefs).to eq(%w[treble alto bass bass])
  end

  it 'begins with an empty staff in the key, meter and clef that were chosen' do
    found = write(start: { key: 'G major', meter: '3/4', clef: 'bass', pickup: '1' })
    expect(found.slice(:text, :cursor, :sounds, :hand, :key, :meter, :clef)).to eq(text: '', cursor: nil, sounds: [], hand: nil, key: 'G major', meter: '3/4', clef: 'bass')
    expect(found[:pad]).to eq([{ string: 'E', notes: ['E', 'F#', 'G', 'A', 'B'] }, { string: 'A', notes: %w[A B C D E] }, { string: 'D', notes: ['D', 'E', 'F#', 'G', 'A'] }, { string: 'G', notes: %w[G A B C D] }])
    expect(found[:musicxml]).to include('<fifths>1</fifths>', '<beats>3</beats>', '<sign>F</sign>', '<rest/>')
  end

  it 'writes what is pressed, goes on from there, and gives text that is a tune' do
    first = write(['letter', { letter: 'd' }], ['letter', { letter: 'f' }], ['longer'], start: { key: 'D major', meter: '4/4', tempo: 80 })
    expect([first[:cursor], first[:sounds], first[:hand][:words], first[:hand][:keys]]).to eq([1, [{ ids: ['n1'], bar: 0 }, { ids: ['n2'], bar: 0 }], 'F sharp 4, half', [66]])
    second = write(['finger', { finger: 0 }], ['rest'], text: first[:text], **first.slice(:cursor, :anchor, :pen))
    expect(second[:text]).to match(%r{Q:1/4=80\nK:D.*\nD2 F4 e2 \|z2 \|\]}m) # the pen is on the highest string
    expect(second[:bars]).to eq(2)
    expect(second[:steps].map { |step| [step[:text][/^D2.*/], step[:cursor]] }).to eq([['D2 F4 e2 |]', 2]]) # between the two acts
  end

  it 'stops at an act that cannot be, says why, and keeps what was done before' do
    found = write(['letter', { letter: 'd' }], ['finger', { finger: 9 }], ['letter', { letter: 'e' }])
    expect(found.slice(:done, :refused)).to eq(done: 1, refused: 'A finger is 0 to 4.')
    expect(found[:sounds].size).to eq(1)
    expect(write(['dance'])[:refused]).to include('no act of the writing desk')
  end

  it 'says which bars do not add up, and refuses what cannot be read with its place' do
    found = write(text: "X:1\nT:Odd\nM:4/4\nL:1/4\nK:D\nD E F|G A B c d|D E F G|\n")
    expect(found[:odd]).to eq([{ bar: 1, number: 1, first: 3, words: 'Bar 1 holds 5 quarters, but 4/4 asks for 4 quarters.' }])
    write(text: "X:1\nM:4/4\nL:1/4\nK:D\nD ? F|\n")
    expect([status, error[:where]]).to eq([422, { line: 5, column: 3 }])
    [{ start: { key: 'H major' } }, { start: { pickup: 'long' } }, { instrument: 'tuba' }, { pen: { length: '7/13' } }, { acts: [{}] }].each do |bad|
      write(**bad)
      expect(status).to eq(422), bad.inspect
    end
  end

  it 'bears a hostile pen, and a tune that would grow without end' do
    [{ length: 'x' }, { group: { a: 1 } }, { ahead: [1] }, { ahead: { tempo: 0, bar: true } }, { ahead: { key: 7 } }, { string: 4 }, { once: [] }].each do |pen|
      write(['letter', { letter: 'd' }], ['finger', { finger: 1 }], pen:)
      expect(status).to be(200).or(be(422)), pen.inspect
    end
    doubled = [['first'], ['end', { more: true }], ['again']] * 60
    found = write(['letter', { letter: 'd' }], *doubled)
    expect(found[:refused]).to eq('More than 10000 notes. Split the tune.')
    expect(found[:sounds].size).to be_between(4000, 10_000)
  end

  it 'is heard before it is on the shelf' do
    found = api(:post, '/api/writing/play', { text: "X:1\nM:4/4\nL:1/4\nQ:1/4=90\nK:D\nD E F2|\n", instrument: 'violin' })
    expect([found[:tempo], found[:notes].map { _1[:midi] }, found[:length]]).to eq([90, [62, 64, 66], 4.0])
    api(:post, '/api/writing/play', { text: '', instrument: 'violin' })
    expect([status, error[:message]]).to match([422, /no note to hear/])
  end
end
