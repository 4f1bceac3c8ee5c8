# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Theory::Interval do
  # Names of intervals: common practice, no source.
  it 'says how far and which way' do
    words = { [0, 0] => nil, [7, 12] => 'an octave higher', [-14, -24] => 'two octaves lower', [4, 7] => 'a fifth higher', [-2, -3] => 'a third lower',
              [-11, -19] => 'a fifth and an octave lower', [16, 28] => 'a third and two octaves higher', [0, 1] => 'a semitone higher', [0, -2] => '2 semitones lower',
              [7, 11] => '11 semitones higher', [1, 0] => 'a second higher' }
    expect(words.keys.to_h { |steps, semitones| [[steps, semitones], described_class.new(steps:, semitones:).words] }).to eq(words)
  end

  it 'is the same after being stored' do
    fifth = described_class.new(steps: 4, semitones: 7)
    expect(described_class.from_plain(JSON.parse(JSON.generate(fifth.to_plain)))).to eq(fifth)
  end
end
