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

  it 'refuses an unknown instrument by name' do
    expect { instrument('kazoo') }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where).to eq(field: 'instrument') }
  end
end
