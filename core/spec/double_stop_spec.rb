# frozen_string_literal: true

require_relative 'spec_helper'

# Two notes at once on neighbouring strings by one hand: the guide's page on fingering; common practice, no source.
RSpec.describe 'double stops' do
  def grips(chart) = fingers(chart)

  it 'takes an octave with the open string below and 3 above, on the cello with 4' do
    expect(fingers(chart(tune('[DD\']4|'.sub("D'", 'd'), key: 'D')))).to eq('D0 A3')
    expect(fingers(chart(tune('[D,D]4|', key: 'D'), 'cello'))).to eq('D0 A4')
  end

  it 'puts each note on its own string and keeps one bow for both' do
    solved = chart(tune('[GB]2 [Ac]2|', key: 'G'), version: 'full')
    expect(fingers(solved)).to eq('D3 A1 D4 A2')
    expect(solved.entries.map { [_1.note.head, _1.direction, _1.bow] }.each_slice(2).map { _1.uniq.size }).to eq([1, 1])
    expect(solved.to_h[:notes].map { _1.values_at(:bar, :beat, :written) }).to eq([[1, '1', 'G4'], [1, '1', 'B4'], [1, '3', 'A4'], [1, '3', 'C5']])
  end

  it 'lets one finger lie across both strings only for a fifth' do
    expect(fingers(chart(tune('[EB]4|', key: 'G')))).to eq('D1 A1')
    expect(chart(tune('[EB]4|', key: 'G')).entries.first.reasons).to include('Two fingers stop both strings.')
  end

  it 'says which notes cannot be taken together, and where' do
    wide = chart(tune('D2 [G,e]2|', key: 'G'))
    expect(wide).to have_attributes(code: :out_of_reach, bar: 1, beat: '3', reason: 'G3 and E5 cannot be taken together by one hand on neighbouring strings')
    three = chart(tune('[DAd]4|'))
    expect(three.reason).to eq('D4, A4, D5 are more notes than a bow can hold at once')
  end

  it 'obeys a pin on one of the notes, and names the conflict when two pins cannot hold together' do
    both = tune('[DA]4|')
    expect(fingers(chart(both, pins: [pin('n1', finger: 4)]))).to eq('G4 D4')
    clash = chart(both, pins: [pin('n1', string: 'G'), pin('n2', string: 'A')])
    expect(clash).to have_attributes(code: :pin, note: 'n2', reason: 'A4 cannot be played there (A string) together with the mark on the other note')
  end

  it 'crosses nothing where the next note is on one of the two strings' do
    solved = chart(tune('[DA]2 A2|'), version: 'full')
    expect(solved.entries.last.reasons).not_to include(/Crosses/)
  end

  it 'asks for the skill and names the spot' do
    solved = chart(tune('D E F G|[DA]2 [Dd]2|'))
    expect(solved.demand_bars).to include('left.double-stop' => [2])
    expect(solved.spots.first).to have_attributes(bars: [2], causes: include('double stop'))
  end
end
