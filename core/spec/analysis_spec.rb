# frozen_string_literal: true

require_relative 'spec_helper'

# Check values: the guide's page on intonation; common practice, no source.
RSpec.describe Fawnmoss::Analysis do
  def hand_map(id, name) = described_class::HandMap.new(instrument(id)).for(key(name))

  it 'finds where the semitone lies on every string' do
    expect(hand_map('violin', 'G major')).to eq('G' => '2-3 close', 'D' => '2-3 close', 'A' => '1-2 close', 'E' => '1-2 close')
    expect(hand_map('violin', 'D major')).to eq('G' => '3-4 close', 'D' => '2-3 close', 'A' => '2-3 close', 'E' => '1-2 close')
    expect(hand_map('violin', 'A major')).to eq('G' => '3-4 close', 'D' => '3-4 close', 'A' => '2-3 close', 'E' => '2-3 close')
    expect(hand_map('violin', 'F major')).to match('G' => '1-2 close', 'D' => '1-2 close', 'A' => /\Alow 1/, 'E' => /\Alow 1/)
  end

  it 'says closed or extended for the cello, 1-2 or 1-4 for the bass' do
    expect(hand_map('cello', 'G major')).to eq('C' => 'extended, 1-2-4', 'G' => 'closed, 1-3-4', 'D' => 'closed, 1-3-4', 'A' => 'closed, 1-2-4')
    expect(hand_map('bass', 'G major')).to eq('E' => '1-2', 'A' => '1-2', 'D' => '1-4', 'G' => '1-4')
  end

  it 'names a finger the tune uses outside the key’s pattern' do
    expect(chart(tune('D E =F G|')).hand_map['D']).to eq('2-3 close, also low 2')
  end

  it 'finds the notes that ring' do
    ring = ->(id, *names) { names.map { described_class::Rings.ring(instrument(id), pitch(_1)) } }
    expect(ring.call('violin', 'G4', 'D5', 'A5', 'E4', 'A3', 'B4', 'C4', 'F#4')).to eq(%w[strong strong strong strong strong slight none none])
    expect(ring.call('viola', 'C4', 'G4', 'E4', 'F4')).to eq(%w[strong strong slight none])
    expect(ring.call('bass', 'E3', 'A3', 'B3', 'C3')).to eq(%w[strong strong none none])
  end

  it 'lists the ringing notes from the lowest string up' do
    list = described_class::Rings.list(instrument('violin'))
    expect(list.map { "#{_1.string}#{_1.finger}" }).to eq(%w[G1 G2 G4 D1 D3 D4 A1 A3 A4 E2 E3 E4])
    expect(list.map(&:written)).not_to include('C4') # third finger on the G string does not ring
    expect(described_class::Rings.list(instrument('bass')).map { "#{_1.string}#{_1.finger}" }).to eq(%w[E2 D1 G1])
  end

  it 'names the best check of a stopped note' do
    checks = chart(tune('A, D E G|A4|B4|', key: 'G'), pins: [pin('n5', finger: 4)]).entries.map { _1.check&.to_h }
    expect(checks).to eq([{ kind: 'octave', string: 'A' }, nil, { kind: 'octave', string: 'E' }, { kind: 'octave', string: 'G' }, { kind: 'unison', string: 'A' }, nil])
  end

  it 'finds bars that are the same, and bars that share a rhythm' do
    melody = tune('D E F2|G F E2|D E F2|A4|')
    expect(described_class::Sameness.bars(melody)).to eq([[1, 3]])
    expect(described_class::Sameness.rhythms(melody)).to eq([[1, 2, 3]])
  end

  it 'names what a tune asks for, with the bars' do
    demands = chart(tune('D|G A B c|d>c B A|G3|', key: 'G')).demand_bars
    expect(demands).to include('rhythm.pick-up' => [0], 'pattern.1-2-close' => [1, 2], 'rhythm.dotted' => [2], 'crossing.next' => [1, 3])
    expect(demands.keys).not_to include('left.fourth', 'bow.slur')
    expect(chart(tune('(D E) F G|'), version: 'full').demand_bars).to include('bow.slur' => [1])
  end

  it 'asks only for skills that exist for the instrument' do
    %w[violin viola cello bass].each do |id|
      ids = catalogue.skills_for(id).map(&:id)
      Dir[File.join(__dir__, '../../demo/tunes/*.abc')].each do |file|
        score = Fawnmoss::Notation::Abc.read(File.read(file))
        [-2, -1, 0, 1].each do |octaves|
          solved = chart(score, id, version: 'full', transpose: Fawnmoss::Theory::Interval.octaves(octaves))
          expect(solved.demand_bars.keys - ids).to be_empty unless solved.is_a?(Fawnmoss::Chart::Impossible)
        end
      end
    end
  end
end
