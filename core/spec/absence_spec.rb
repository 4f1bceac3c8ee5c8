# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Path::Absence do
  let(:monday) { Date.new(2026, 3, 9) }

  def absence(from, back = nil, kind: 'paused') = described_class.new(id: 1, pupil: 1, kind:, from: monday + from, back: back && (monday + back), note: '')

  it 'covers its days, the first one here again not among them' do
    expect((-1..3).map { absence(0, 2).covers?(monday + _1) }).to eq([false, true, true, false, false])
    expect([absence(0).covers?(monday - 1), absence(0).covers?(monday + 900)]).to eq([false, true])
  end

  it 'is about a day: the one that covers it, else the next to come' do
    past = absence(-20, -10)
    now = absence(-1, 4)
    later = absence(30)
    expect(described_class.about([past, later, now], monday)).to eq(now)
    expect(described_class.about([past, later], monday)).to eq(later)
    expect(described_class.about([past], monday)).to be_nil
    expect(described_class.returned([past, now, later], monday)).to eq(monday - 10)
    expect(described_class.returned([now], monday)).to be_nil
  end

  it 'is said in words' do
    expect([absence(0, 30), absence(1), absence(0, kind: 'left'), absence(5, kind: 'left')].map { _1.words(monday) })
      .to eq(['paused since 9 March, back on 8 April', 'pauses from 10 March', 'left on 9 March', 'leaves on 14 March'])
  end

  it 'takes lessons out of the calendar, but for what was agreed on besides' do
    slots = [1, 2].map { Fawnmoss::Path::Calendar::Slot.new(id: _1, pupil: _1, name: "P#{_1}", weekday: 1, time: "1#{_1}:00", minutes: 30, from: monday - 100) }
    extra = Fawnmoss::Path::Calendar::Change.new(id: 7, pupil: 1, kind: 'extra', to: monday + 8, note: '', owed: false)
    calendar = Fawnmoss::Path::Calendar.new(slots, [extra], [], [absence(7, 21)])
    expect(calendar.between(monday, monday + 27).map { [(_1.date - monday).to_i, _1.name] })
      .to eq([[0, 'P1'], [0, 'P2'], [7, 'P2'], [8, 'P1'], [14, 'P2'], [21, 'P1'], [21, 'P2']])
    expect(calendar.next_for(1, monday + 9).date).to eq(monday + 21)
  end
end
