# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe FawnmossServer::Ahead do
  let(:today) { Date.today }
  let(:tomorrow) { today + 1 }
  let(:studio) { FawnmossServer::Models::Studio[FawnmossServer::Models::Pupil[@juna[:id]].studio_id] }

  before do
    log_in
    @juna = add_pupil('Juna', lesson_day: tomorrow.cwday, lesson_time: '16:00')
    @ned = add_pupil('Ned', instrument: 'cello')
    teach(@juna, 'body.ready', 'pluck.open', days: [40, 36])
    teach(@ned, 'body.ready', days: [30, 28])
  end

  it 'works out the next day’s Today, so that nothing is planned when it is asked for, and what was marked since is' do
    counted = 0
    count = ->(plan, *given) { (counted += 1) && plan.call(*given) }
    allow(Fawnmoss::Path::Plan).to(receive(:for).and_wrap_original(&count))
    described_class.prepare(studio.id, tomorrow, pause: 0)
    expect(counted).to eq(1) # of who has a lesson
    day = api(:get, "/api/today?today=#{tomorrow}")
    expect([counted, day[:lessons].map { _1[:name] }, day[:look].map { _1[:name] }]).to eq([1, ['Juna'], ['Ned']])
    api(:post, "/api/pupils/#{@juna[:id]}/marks", { skill: 'body.ready', value: 3, key: 'ahead-001' })
    api(:get, "/api/today?today=#{tomorrow}")
    expect(counted).to eq(2)
  end

  it 'is found by a process that has just been started, as long as nothing it was worked out from is another' do
    described_class.prepare(studio.id, tomorrow, pause: 0)
    shown = api(:get, "/api/today?today=#{tomorrow}")
    made = 0
    allow(Fawnmoss::Path::States).to(receive(:new).and_wrap_original { |states, *given| (made += 1) && states.call(*given) })
    fresh = lambda do |day = tomorrow|
      FawnmossServer::Roll::MEMORY.clear
      made = 0
      [api(:get, "/api/today?today=#{day}"), made]
    end
    expect([fresh.call, fresh.call(today)[1]]).to eq([[shown, 0], 0])
    api(:post, "/api/pupils/#{@juna[:id]}/marks", { skill: 'body.ready', value: 3, key: 'ahead-002' })
    expect(fresh.call[1]).to be_positive
    described_class.prepare(studio.id, tomorrow, pause: 0)
    expect(fresh.call[1]).to eq(0)
    allow(FawnmossServer).to receive(:code).and_return('another version')
    expect([fresh.call[1].positive?, FawnmossServer.db[:put_by].count]).to eq([true, 2])
  end

  it 'is worked out for studios that were used lately when the server starts' do
    FawnmossServer.db[:accounts].where(id: studio.account_id).update(status_id: FawnmossServer::Accounts::OPEN)
    kept = -> { FawnmossServer.db[:put_by].select_order_map(:pupil_id) }
    FawnmossServer.db[:account_active_session_keys].update(last_use: Time.now.utc - described_class::LATELY - 60)
    described_class.send(:catch_up)
    expect(kept.call).to eq([])
    FawnmossServer.db[:account_active_session_keys].update(last_use: Time.now.utc - 60)
    described_class.send(:catch_up)
    expect(kept.call).to eq([@juna, @ned].map { _1[:id] }.sort)
  end

  it 'is worked out again when a later look finds that some time has gone' do
    allow(FawnmossServer).to receive(:settings).and_return(FawnmossServer.settings.dup.tap { _1.looks_at_once = false })
    given = []
    allow(described_class::BEHIND).to receive(:give) { given << _1 }
    now = FawnmossServer::Clock.now
    allow(FawnmossServer::Clock).to receive(:now) { now }
    2.times { described_class.wake(7, today) }
    now += described_class::AGAIN + 1
    described_class.wake(7, today)
    expect(given).to eq([[7, tomorrow]] * 2)
  end

  it 'gives the same looks from what is remembered as from the marks, on any day' do
    [0, 1, 5, 27, 28, 29, 60, 200].each do |days|
      day = today + days
      pupils = studio.anew.pupils
      remembered = pupils.map { FawnmossServer::Actions::PupilAnswer.brief_looks(_1, day, FawnmossServer::Roll.new(studio, pupils)) }
      from_marks = pupils.map { FawnmossServer::Actions::PupilAnswer.whole(_1, day)[:look] }
      expect([days, remembered]).to eq([days, from_marks])
    end
  end

  it 'is no trouble when the studio is gone' do
    expect(described_class.prepare(10**9, tomorrow)).to be_nil
  end
end
