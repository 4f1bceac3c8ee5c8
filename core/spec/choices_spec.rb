# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Chart::Choices do
  let(:violin) { catalogue.instrument('violin') }
  let(:full) do
    { 'tempo' => 96, 'start' => 'up', 'fourth' => 'open', 'positions' => %w[1 3], 'slurs' => false, 'bowing' => 'strong', 'shift' => 'new', 'slide' => 'new',
      'trill' => 'upper', 'printed' => 'bows', 'transpose' => { 'steps' => -7, 'semitones' => -12 }, 'cuts' => %w[n5 n9],
      'spots' => [{ 'bars' => [3, 4], 'name' => '', 'drill' => 'Slowly.', 'dropped' => false }], 'hand' => false,
      'pencil' => [{ 'kind' => 'crescendo', 'note' => 'n5', 'to' => 'n6', 'text' => '' }, { 'kind' => 'remark', 'note' => 'n2', 'to' => nil, 'text' => 'Lean.' }],
      'wish' => { 'kind' => 'second', 'side' => 'above', 'pace' => 'beats', 'pitches' => %w[D4 E4], 'avoid' => [[1, 'E4']], 'chords' => [[3, '1', 'A7']],
                  'notes' => [[3, '1', 'D4'], [7, '1', 'rest']] },
      'shape' => { 'levels' => { 'n3' => 7 }, 'verse' => 'whisper', 'vibrato' => true } }
  end

  it 'is the same after being stored, every choice among them' do
    expect(full.keys.map(&:to_sym)).to match_array(described_class.members)
    expect(described_class.from_plain(JSON.parse(JSON.generate(full))).to_plain).to eq(full)
  end

  it 'keeps nothing under what is not chosen, and passes over what it does not know' do
    expect(described_class::NONE.to_plain).to eq({})
    expect(described_class.from_plain('tempo' => 96, 'of an older version' => 1).to_plain).to eq('tempo' => 96)
  end

  it 'asks for what is chosen, then for what is usual, then for what the version has' do
    usual = { fourth: 'fourth', positions: ['1'], slurs: true, bowing: nil, had: ['sound.open'] }
    request = described_class.new(fourth: 'open', slurs: false).request(instrument: violin, version: 'full', usual:)
    expect(request.to_h).to include(fourth: 'open', slurs: false, positions: ['1'], bowing: 'strong', had: ['sound.open'], shift: 'old')
  end

  it 'leaves the hand of the studio out when that is chosen' do
    hand = Fawnmoss::Learning::Hand.new(fingers: { 'upper' => { crossing: 0.5 } }, bows: {})
    asked = [nil, true, false].map { described_class.new(hand: _1).request(instrument: violin, version: 'full', hand:).hand }
    expect(asked).to eq([hand, hand, nil])
  end

  it 'goes along with a tune that was changed: what is gone is left out' do
    now = described_class.from_plain(full).carried({ 'n5' => 'n7', 'n6' => 'n8' }, { 3 => 4, 4 => 5 })
    expect(now.to_plain).to include('cuts' => ['n7'], 'spots' => [hash_including('bars' => [4, 5])], 'tempo' => 96, 'wish' => hash_including('notes' => [[4, '1', 'D4']]),
                                    'pencil' => [{ 'kind' => 'crescendo', 'note' => 'n7', 'to' => 'n8', 'text' => '' }])
    torn = described_class.from_plain(full).carried({}, { 3 => 4, 4 => 9 })
    expect(torn.to_plain).to include('cuts' => [], 'spots' => [])
  end

  it 'refuses a choice that cannot be, naming the field' do
    expect { described_class.new(shift: 'late').request(instrument: violin, version: 'full') }
      .to(raise_error(Fawnmoss::InvalidInput) { expect(_1.where).to eq({ field: 'shift' }) })
  end
end
