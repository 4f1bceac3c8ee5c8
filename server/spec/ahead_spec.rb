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
