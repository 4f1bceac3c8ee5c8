# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Chart::Pin do
  let(:plain) { { 'note' => 'n3', 'string' => 'D', 'finger' => 4, 'position' => '1', 'direction' => 'up', 'join' => 'hook' } }

  it 'is the same after being stored' do
    pin = described_class.from_plain(JSON.parse(JSON.generate(plain)))
    expect(pin).to have_attributes(direction: :up, join: :hook, finger: 4)
    expect(pin.to_plain).to eq(plain)
    expect(described_class.from_plain('note' => 'n3', 'finger' => 0)).to have_attributes(direction: nil, join: nil, finger: 0)
  end

  it 'goes along with its note, or goes' do
    pin = described_class.from_plain(plain)
    expect(pin.carried({ 'n3' => 'n4' }).note).to eq('n4')
    expect(pin.carried({})).to be_nil
  end

  it 'says nothing only without any mark: an open string is one' do
    expect(described_class.new(note: 'n3')).to be_empty
    expect(described_class.new(note: 'n3', finger: 0)).not_to be_empty
    expect(described_class.new(note: 'n3', join: :change)).not_to be_empty
  end
end
