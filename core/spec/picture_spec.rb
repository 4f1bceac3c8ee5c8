# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Picture do
  def skill(id, of) = catalogue.pictures(of)[:skills][id]

  it 'slants the bow as the bridge is round: the hand highest on the lowest string of a violin, furthest forward on the highest of a cello' do
    violin, cello = %w[violin cello].map { skill('sound.levels', _1) }
    expect(violin[:lines].map { _1[:words] }).to eq(%w[G D A E])
    expect(cello[:lines].map { _1[:words] }).to eq(%w[A D G C])
    expect(violin[:caption]).to include('G: the hand higher', 'E: the hand lower')
    expect(cello[:caption]).to include('seen from above', 'A: the hand further forward', 'C: the hand nearer to you')
    %w[violin viola cello bass].each do |id|
      lines = skill('sound.levels', id)[:lines]
      degrees = lines.map { _1[:degrees] }
      expect(degrees).to eq(degrees.sort.reverse)
      expect(degrees.sum.abs).to be < 0.01
      # A bow on one string passes over its neighbours by a little, never through them (the strings lie on an arc).
      lines.product(lines).each { |one, other| expect(one[:y] + ((other[:x] - one[:x]) * Math.tan(one[:degrees] * Math::PI / 180))).to be >= other[:y] - 0.11 }
    end
  end

  it 'stands level between two strings' do
    expect(skill('crossing.hand', 'viola')[:lines].map { [_1[:words], _1[:degrees].zero?] }).to eq([['G', false], ['G and D', true], ['D', false]])
  end

  it 'spaces the fingers as the string does: an octave is half of it, semitones narrow, close ones touch' do
    frame = described_class.of({ 'frame' => [{ 'words' => 'a test', 'fingers' => { 1 => 1, 2 => 2, 3 => 4, 4 => 12 } }] }, instrument('violin'))
    places = frame[:rows][0][:fingers].map { _1[:at] }
    expect(places.last).to eq(0.5)
    expect(places[1] - places[0]).to be < places[0]
    expect(frame[:rows][0][:fingers].map { _1[:close] }).to eq([false, true, false, false])
    expect(frame[:caption]).to eq('A test: 1 and 2 touch.')
    # The same places as the tapes are measured at.
    tape = Fawnmoss::Instrument::Tapes.for(instrument('violin'), length: 328).find { _1[:semitones] == 4 }
    expect(skill('left.two', 'violin')[:rows][0][:fingers][1][:at] * 328).to be_within(0.3).of(tape[:mm])
  end

  it 'draws the patterns that skills are named after as the hand has them' do
    { 'pattern.2-3-close' => [[2, 3]], 'pattern.1-2-close' => [[1, 2]], 'pattern.3-4-close' => [[3, 4]], 'pattern.apart' => [] }.each do |id, close|
      row = skill(id, 'violin')[:rows][0][:fingers]
      expect([id, row.each_cons(2).select { |_, finger| finger[:close] }.map { |pair| pair.map { _1[:finger] } }]).to eq([id, close])
    end
  end

  it 'sets the bow down where the instrument does, and is about skills that the instrument has' do
    expect(skill('sound.set', 'violin')[:parts]).to eq([{ from: 0.46, to: 0.54, words: 'where the bow is set: middle' }])
    expect(skill('sound.set', 'bass')[:parts][0][:to]).to be < 0.5
    expect(skill('left.stretch', 'cello')).to be_nil
    expect(skill('left.four-semitones', 'bass')[:caption]).to eq('A semitone each.') # set apart, not side by side
    Fawnmoss::Catalogue::INSTRUMENTS.each do |id|
      found = catalogue.pictures(id)
      expect(found[:skills].size).to be > 25
      expect([*found[:skills].values, *found[:exercises].values].map { _1[:caption] }).to all(match(/\A[A-Z\d].+\.\z/))
    end
  end

  it 'refuses an entry about nothing, or that asks for nothing it can draw' do
    known = { skills: ['a'], exercises: [] }
    [{ 'skills' => { 'b' => { 'bow' => 'set' } }, 'exercises' => {} }, { 'skills' => { 'a' => { 'cow' => 'set' } }, 'exercises' => {} },
     { 'skills' => { 'a' => [{ 'bow' => 'set', 'zones' => 'all' }] }, 'exercises' => {} }].each do |entries|
      expect { described_class.checked(entries, **known) }.to raise_error(Fawnmoss::InvalidInput, /picture [ab]/)
    end
  end
end
