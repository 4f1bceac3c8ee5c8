# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Instrument do
  def place(id, written, string, position = '1', **options)
    own = instrument(id, **options)
    open = own.open[own.string_names.index(string)]
    own.hand.positions(position).flat_map { own.hand.places(pitch(written), open, 0, _1) }.first
  end

  # Open strings as MIDI numbers: the guide's table; LilyPond's string-tunings-init.ly agrees (outside_spec.rb).
  it 'tunes the four instruments' do
    sounding = %w[violin viola cello bass].to_h { |id| [id, instrument(id).open.map { instrument(id).sounding(_1).midi }] }
    expect(sounding).to eq('violin' => [55, 62, 69, 76], 'viola' => [48, 55, 62, 69], 'cello' => [36, 43, 50, 57], 'bass' => [28, 33, 38, 43])
  end

  it 'lets a solo bass read the same notes and sound a tone higher' do
    solo = instrument('bass', tuning: 'solo')
    expect(solo.open.map { solo.sounding(_1).to_s }).to eq(%w[F#1 B1 E2 A2])
    expect(solo.open.map(&:to_s)).to eq(%w[E2 A2 D3 G3])
    expect { instrument('violin', tuning: 'solo') }.to raise_error(Fawnmoss::InvalidInput, /tuning/)
  end

  # Semitones above the open string in first position: the guide's table (common practice, no source).
  it 'lets violin fingers follow letters, and accidentals decide the placement' do
    expected = { 'Eb4' => [1, :low], 'E4' => [1, :natural], 'F4' => [2, :low], 'F#4' => [2, :high], 'G4' => [3, :natural], 'G#4' => [3, :high],
                 'Ab4' => [4, :low], 'A4' => [4, :natural], 'A#4' => [4, :extended], 'D#4' => [1, :extended] }
    expect(expected.keys.to_h { |name| [name, place('violin', name, 'D').then { [_1.finger, _1.placement] }] }).to eq(expected)
  end

  it 'names letters of third position from the third step' do
    expect(%w[G4 A4 B4 C5].map { place('violin', _1, 'D', '3').finger }).to eq([1, 2, 3, 4])
  end

  it 'gives the cello a finger a semitone and a whole tone when extended' do
    expect(%w[E3 F3 F#3 G3].map { place('cello', _1, 'D').finger }).to eq([1, 2, 3, 4])
    expect(place('cello', 'G#3', 'D').to_h).to include(finger: 4, placement: :extended)
  end

  it 'spans a whole tone on the bass with 1-2-4, a minor third with 1-2-3-4' do
    expect(%w[E3 F3 F#3].map { place('bass', _1, 'D').finger }).to eq([1, 2, 4])
    expect(place('bass', 'G3', 'D')).to be_nil
    expect(place('bass', 'G3', 'D', bass_hand: '1-2-3-4').finger).to eq(4)
    expect { instrument('bass', bass_hand: '1-3') }.to raise_error(Fawnmoss::InvalidInput, /bass hand/)
  end

  # Check values of the guide (formula evaluated); `units` agrees (outside_spec.rb).
  it 'measures tapes' do
    mm = ->(length, semitones, temperament = 'equal') { described_class::Tapes.distance(length:, semitones:, temperament:).round(1) }
    expect([2, 4, 5, 7].map { mm.call(328, _1) }).to eq([35.8, 67.7, 82.3, 109.1])
    expect([2, 4, 5].map { mm.call(690, _1) }).to eq([75.3, 142.3, 173.1])
    expect([2, 4, 7].map { mm.call(1060, _1) }).to eq([115.6, 218.7, 352.5])
    expect([2, 5, 7].map { mm.call(328, _1, 'pythagorean') }).to eq([36.4, 82.0, 109.3])
  end

  it 'says which finger stands on a tape, and refuses a string that cannot be' do
    expect(described_class::Tapes.for(instrument('bass'), length: 1060).map { _1.values_at(:finger, :position) }).to eq([[1, '1'], [4, '1'], [1, '4']])
    expect { described_class::Tapes.distance(length: 3, semitones: 2) }.to raise_error(Fawnmoss::InvalidInput, /3 mm/)
  end

  # The guide's table of positions, by semitones of finger 1 above the nut (bass names from memory).
  it 'names positions as each instrument does' do
    named = ->(id) { own = instrument(id) and own.hand.position_names.flat_map { own.hand.positions(_1) }.reject(&:open_hand?).to_h { [_1.nut, _1.name] } }
    expect(named.call('violin')).to eq(1 => 'half', 2 => '1', 4 => '2', 5 => '3', 7 => '4', 9 => '5')
    expect(named.call('cello')).to eq(1 => 'half', 2 => '1', 3 => '2 lowered', 4 => '2', 5 => '3', 6 => '3 raised', 7 => '4')
    expect(named.call('bass')).to eq(1 => 'half', 2 => '1', 3 => '2', 4 => 'between 2 and 3', 5 => '3', 6 => 'between 3 and 4', 7 => '4')
    expect(instrument('bass').hand.positions('between 2 and 3').first.words).to eq('the position between second and third')
    expect(instrument('cello').hand.positions('2').map(&:words)).to include('lowered second position', 'second position, extended')
  end

  # Landmarks of the guide's page on instruments: where a new position meets an open string.
  it 'meets open strings where a teacher expects it' do
    check = ->(id, name, string, position) { own = instrument(id) and Fawnmoss::Analysis::Checks.for(own, place_on(own, name, string, position), pitch(name))&.to_h }
    expect(check.call('violin', 'G4', 'D', '3')).to eq(kind: 'octave', string: 'G') # 1 in third position
    expect(check.call('violin', 'A4', 'D', '3')).to eq(kind: 'unison', string: 'A') # 2
    second = instrument('cello').hand.positions('2').find { _1.name == '2' && _1.form == :closed }
    expect(%w[G3 A3].map { |name| instrument('cello').hand.places(pitch(name), pitch('D3'), 2, second).map(&:finger) }).to eq([[2], [4]])
    expect(check.call('cello', 'A3', 'D', '2')).to eq(kind: 'unison', string: 'A')
    expect(place('bass', 'G3', 'D', '2').finger).to eq(4) # matched by the open string above, 2 standing where 4 stood in first
    expect([place('bass', 'A3', 'D', '3').finger, place('bass', 'A3', 'D', '4').finger]).to eq([4, 1]) # an octave above the next lower open string
    expect(check.call('bass', 'A3', 'D', '3')).to eq(kind: 'octave', string: 'A')
  end

  def place_on(own, written, string, position)
    index = own.string_names.index(string)
    own.hand.positions(position).flat_map { own.hand.places(pitch(written), own.open[index], index, _1) }.first
  end

  it 'plays a whole scale on one cello string from the open note: 0-1-3-4 major, 0-1-2-4 minor' do
    expect(%w[E3 F#3 G3].map { place('cello', _1, 'D').finger }).to eq([1, 3, 4])
    expect(%w[E3 F3 G3].map { place('cello', _1, 'D').finger }).to eq([1, 2, 4])
    reached = instrument('cello').hand.positions('1').find { _1.form == :back }
    expect(instrument('cello').hand.places(pitch('Eb3'), pitch('D3'), 2, reached).first.to_h).to include(finger: 1, placement: :extended)
  end

  it 'refuses an unknown instrument by name' do
    expect { instrument('kazoo') }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where).to eq(field: 'instrument') }
  end
end
