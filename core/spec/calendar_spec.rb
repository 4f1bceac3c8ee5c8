# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Path::Calendar do
  let(:monday) { Date.new(2026, 3, 9) }

  def slot(pupil, weekday, time, minutes: 30, from: Date.new(2026, 1, 1)) = described_class::Slot.new(id: pupil, pupil:, name: "P#{pupil}", weekday:, time:, minutes:, from:)
  def change(kind, on: nil, to: nil, **more) = described_class::Change.new(id: 7, pupil: 1, kind:, on:, to:, note: '', owed: false, **more)
  def calendar(*slots, changes: [], holidays: []) = described_class.new(slots, changes, holidays)
  def said(calendar, days = 13) = calendar.between(monday, monday + days).map { "#{_1.date.strftime('%-d.%-m.')} #{_1.time} #{_1.status}" }

  it 'has a lesson each week from its first day on, in order of time' do
    expect(said(calendar(slot(1, 1, '16:30'), slot(2, 1, '15:00'), slot(3, 5, nil, from: monday + 7)))).to eq(['9.3. 15:00 weekly', '9.3. 16:30 weekly', '16.3. 15:00 weekly', '16.3. 16:30 weekly', '20.3.  weekly'])
    expect(said(calendar(slot(1, nil, nil)))).to eq([])
  end

  it 'knows cancelled, moved and extra lessons, and holidays' do
    moved = calendar(slot(1, 1, '16:30'), changes: [change('moved', on: monday, to: monday + 2, time: '10:00')])
    expect(said(moved)).to eq(['9.3. 16:30 cancelled', '11.3. 10:00 moved', '16.3. 16:30 weekly'])
    expect(moved.between(monday, monday + 2).map { [_1.note, _1.was] }).to eq([['moved to 11 March', nil], ['', monday]])
    expect(said(calendar(slot(1, 1, '16:30'), changes: [change('cancelled', on: monday + 7, owed: true)]))).to eq(['9.3. 16:30 weekly', '16.3. 16:30 cancelled'])
    expect(said(calendar(slot(1, 1, '16:30'), changes: [change('extra', to: monday + 3, time: '09:00', minutes: 45)]))).to eq(['9.3. 16:30 weekly', '12.3. 09:00 extra', '16.3. 16:30 weekly'])
    spring = [described_class::Holiday.new(id: 1, from: monday, to: monday + 6, name: 'Spring week')]
    expect(said(calendar(slot(1, 1, '16:30'), holidays: spring, changes: [change('extra', to: monday + 3, time: '09:00')]))).to eq(['9.3. 16:30 holiday', '12.3. 09:00 extra', '16.3. 16:30 weekly'])
  end

  it 'finds the next lesson that takes place' do
    plan = calendar(slot(1, 1, '16:30'), slot(2, 2, '10:00'), changes: [change('cancelled', on: monday)], holidays: [described_class::Holiday.new(id: 1, from: monday + 7, to: monday + 7, name: 'x')])
    expect(plan.next_for(1, monday).date).to eq(monday + 14)
    expect(plan.next_for(2, monday).date).to eq(monday + 1)
    expect(plan.next_for(9, monday)).to be_nil
  end

  it 'names lessons that clash, and none that only touch or do not take place' do
    clash = ->(*slots, **more) { described_class.clashes(calendar(*slots, **more).between(monday, monday + 6)).map { |pair| pair.map(&:name) } }
    expect(clash.call(slot(1, 1, '16:00', minutes: 45), slot(2, 1, '16:30'))).to eq([%w[P1 P2]])
    expect(clash.call(slot(1, 1, '16:00'), slot(2, 1, '16:30'))).to eq([])
    expect(clash.call(slot(1, 1, '16:00', minutes: 45), slot(2, 1, '16:30'), changes: [change('cancelled', on: monday)])).to eq([])
    expect(clash.call(slot(1, 1, nil), slot(2, 1, nil))).to eq([])
  end
end
