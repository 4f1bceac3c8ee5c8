# frozen_string_literal: true

require 'open3'
require_relative 'spec_helper'

RSpec.describe 'the calendar' do
  before { log_in }

  let(:today) { Date.today }
  let(:monday) { today - (today.cwday - 1) }

  def week(**query) = api(:get, "/api/calendar?#{URI.encode_www_form(query)}")
  def change(pupil, **body) = api(:post, "/api/pupils/#{pupil[:id]}/changes", body)
  def weekly(name, date, time, **more) = add_pupil(name, lesson_day: date.cwday, lesson_time: time, **more)
  def said(found = week(from: monday.iso8601, days: 14)) = found[:lessons].map { [_1[:date], _1[:time], _1[:name], _1[:status]] }

  # Weekly lessons that began a while ago.
  def begun(pupil, ago) = FawnmossServer::Models::Slot.where(pupil_id: pupil[:id]).update(from_date: today - ago)

  it 'shows the lessons of a week in order, those that do not take place with the reason' do
    wren = weekly('Wren', today, '16:30')
    change(wren, kind: 'cancelled', on: (today + 7).iso8601, note: 'school trip', owed: true)
    found = week(from: today.iso8601, days: 14)
    expect(found[:lessons].map { _1.values_at(:date, :time, :status, :note, :owed) }).to eq([[today.iso8601, '16:30', 'weekly', '', false], [(today + 7).iso8601, '16:30', 'cancelled', 'school trip', true]])
    expect(found[:owed].map { _1.values_at(:name, :date) }).to eq([['Wren', (today + 7).iso8601]])
  end

  it 'moves a lesson, also one that was cancelled and is owed, and takes it back' do
    wren = weekly('Wren', today, '16:30')
    change(wren, kind: 'cancelled', on: today.iso8601, owed: true)
    change(wren, kind: 'moved', on: today.iso8601, to: (today + 2).iso8601, time: '10:00')
    expect(said(week(from: today.iso8601, days: 7))).to eq([[today.iso8601, '16:30', 'Wren', 'cancelled'], [(today + 2).iso8601, '10:00', 'Wren', 'moved']])
    expect(week[:owed]).to eq([])
    expect(api(:get, "/api/pupils/#{wren[:id]}/plan")[:date]).to eq((today + 2).iso8601)
    api(:delete, "/api/changes/#{week(from: today.iso8601)[:lessons].first[:change_id]}")
    expect(said(week(from: today.iso8601, days: 7))).to eq([[today.iso8601, '16:30', 'Wren', 'weekly']])
  end

  it 'names clashing lessons, and lets the teacher decide' do
    wren = weekly('Wren', today, '16:30', lesson_minutes: 45)
    weekly('Moss', today, '17:00')
    expect(api(:get, '/api/today')[:clashes]).to eq(["Wren at 16:30 and Moss at 17:00 on #{today.strftime('%-d %B')} overlap."])
    expect(change(wren, kind: 'moved', on: today.iso8601, to: (today + 7).iso8601, time: '16:45')[:clashes].size).to eq(3) # Wren's own with both, and those two
    expect(status).to eq(201)
  end

  it 'leaves holidays out of the day and the plan' do
    wren = weekly('Wren', today, '16:30')
    holiday = api(:post, '/api/holidays', { from: today.iso8601, to: (today + 6).iso8601, name: 'Harvest week' })
    expect(api(:get, '/api/today')[:lessons].map { _1.values_at(:status, :note, :plan) }).to eq([['holiday', 'Harvest week', []]])
    expect(api(:get, "/api/pupils/#{wren[:id]}/plan")[:date]).to eq((today + 7).iso8601)
    api(:delete, "/api/holidays/#{holiday[:id]}")
    expect(api(:get, '/api/today')[:lessons].first[:status]).to eq('weekly')
  end

  it 'says what each of today’s lessons is about' do
    weekly('Wren', today, '16:30')
    lesson = api(:get, '/api/today')[:lessons].first
    expect(lesson).to include(time: '16:30', minutes: 30, lesson: nil)
    expect(lesson[:plan].map { _1[:kind] }.uniq).to eq(%w[warm-up first free card])
    expect(lesson[:plan][1][:title]).to eq('Balanced and loose, The instrument rests by itself')
    begun = api(:post, "/api/pupils/#{lesson[:id]}/lessons", {})
    now = api(:get, '/api/today')[:lessons].first
    expect(now.slice(:lesson, :plan)).to eq(lesson: { id: begun[:id], status: 'running' }, plan: lesson[:plan])
  end

  it 'refuses what cannot be, by field' do
    wren = weekly('Wren', today, '16:30')
    { { kind: 'cancelled' } => 'on', { kind: 'cancelled', on: (today + 1).iso8601 } => 'on', { kind: 'moved', on: today.iso8601 } => 'to', { kind: 'lost' } => 'kind',
      { kind: 'extra', to: today.iso8601, time: '25:00' } => 'time', { kind: 'extra', to: today.iso8601, minutes: 4 } => 'minutes', { kind: 'extra' } => 'to' }.each do |body, field|
      change(wren, **body)
      expect([body, status, error[:where][:field]]).to eq([body, 422, field])
    end
    api(:post, '/api/holidays', { from: today.iso8601, to: (today - 1).iso8601, name: 'x' })
    expect([status, error[:where][:field]]).to eq([422, 'to'])
    api(:patch, '/api/studio', { time_zone: 'Mars/Olympus' })
    expect([status, error[:where][:field]]).to eq([422, 'time_zone'])
    api(:get, '/api/calendar?days=99')
    expect(status).to eq(422)
  end

  it 'belongs to one studio' do
    wren = weekly('Wren', today, '16:30')
    change(wren, kind: 'cancelled', on: today.iso8601)
    id = week(from: today.iso8601)[:lessons].first[:change_id]
    holiday = api(:post, '/api/holidays', { from: today.iso8601, name: 'x' })
    log_in('berta@example.test', studio: 'Elsewhere')
    expect(week[:lessons]).to eq([])
    [["/api/changes/#{id}", :delete], ["/api/holidays/#{holiday[:id]}", :delete]].each { |path, method| api(method, path) && (expect([path, status]).to eq([path, 404])) }
    change(wren, kind: 'extra', to: today.iso8601)
    expect(status).to eq(404)
  end

  # Read and expanded by ical.js, a second and strict reader of RFC 5545; see docs/references.md.
  describe 'as a file' do
    def expand(text, from, to)
      out, code = Open3.capture2('node', File.join(__dir__, 'support/node/ical.mjs'), stdin_data: JSON.generate(text:, from: from.to_time(:utc).to_i, to: to.to_time(:utc).to_i))
      expect(code).to be_success
      JSON.parse(out, symbolize_names: true)
    end

    def file = api(:get, '/api/lessons.ics')
    def zone(name) = api(:patch, '/api/studio', { time_zone: name })

    it 'has the lessons that the calendar shows, exceptions and all' do
      zone('Europe/Berlin')
      wren = weekly('Wren', today, '16:30', lesson_minutes: 45)
      change(wren, kind: 'moved', on: (today + 7).iso8601, to: (today + 9).iso8601, time: '10:00')
      change(wren, kind: 'cancelled', on: (today + 14).iso8601)
      change(wren, kind: 'extra', to: (today + 3).iso8601, time: '18:15', minutes: 20)
      api(:post, '/api/holidays', { from: (today + 28).iso8601, name: 'Rest' })
      found = expand(file, today - 1, today + 40).map { [_1[:start][0, 16], _1[:minutes]] }
      held = week(from: today.iso8601, days: 40)[:lessons].select { %w[weekly moved extra].include?(_1[:status]) }.map { ["#{_1[:date]}T#{_1[:time]}", _1[:minutes]] }
      expect(found).to eq(held)
      expect(found.size).to eq(5)
    end

    it 'keeps lessons at their hour when the clocks change' do
      zone('Europe/Berlin')
      begun(weekly('Wren', Date.new(2026, 3, 23), '16:30'), (today - Date.new(2026, 3, 1)).to_i)
      found = expand(file, Date.new(2026, 3, 20), Date.new(2026, 4, 3))
      expect(found.map { [_1[:start], Time.at(_1[:utc]).utc.hour] }).to eq([['2026-03-23T16:30:00', 15], ['2026-03-30T16:30:00', 14]]) # summer time began on 29 March 2026
      autumn = expand(file, Date.new(2026, 10, 19), Date.new(2026, 10, 28))
      expect(autumn.map { [_1[:start], Time.at(_1[:utc]).utc.hour] }).to eq([['2026-10-19T16:30:00', 14], ['2026-10-26T16:30:00', 15]]) # and ended on 25 October
    end

    it 'agrees with the time zone database over years, wherever the studio is' do
      begun(weekly('Wren', today, '08:15'), 300)
      ['America/New_York', 'Australia/Sydney', 'Asia/Kolkata', 'UTC', 'America/Santiago'].each do |name|
        zone(name)
        found = expand(file, today - 290, today + 360)
        expect(found.size).to be > 90
        right = found.map { |one| TZInfo::Timezone.get(name).local_time(*one[:start].scan(/\d+/).map(&:to_i)).to_i }
        expect(found.map { _1[:utc] }).to eq(right), name
      end
    end

    it 'is read by whoever has its private address, until that is closed or renewed' do
      weekly('Wren', today, '16:30')
      address = api(:post, '/api/feed', {})[:feed]
      cookie = rack_mock_session.cookie_jar.dup
      clear_cookies
      text = api(:get, address)
      expect([status, last_response.content_type]).to eq([200, 'text/calendar; charset=utf-8'])
      expect(expand(text, today, today + 6).map { _1[:summary] }).to eq(['Wren (Anna’s room)'])
      api(:get, address.sub(%r{(?<=/feed/).}) { |first| first == 'x' ? 'y' : 'x' })
      expect(status).to eq(404)
      rack_mock_session.cookie_jar = cookie
      expect(api(:post, '/api/feed', {})[:feed]).not_to eq(address)
      api(:get, address)
      expect(status).to eq(404)
      expect(api(:delete, '/api/feed')[:feed]).to be_nil
    end
  end

  it 'keeps the rules of the studio, only those that differ' do
    rules = api(:patch, '/api/studio', { rules: [{ name: 'rusty_days', value: 42 }, { name: 'secure_days', value: 7 }] })
    expect(rules[:changed]).to eq(rusty_days: 42)
    expect(rules[:rules].find { _1[:name] == 'rusty_days' }).to include(value: 42, usual: 28)
    pupil = add_pupil
    teach(pupil, 'body.ready', days: [50, 40])
    expect(api(:get, "/api/pupils/#{pupil[:id]}")[:path].first[:state]).to eq('steady')
    api(:patch, '/api/studio', { rules: [{ name: 'rusty_days', value: 1 }] })
    expect([status, error[:where][:field]]).to eq([422, 'rusty_days'])
  end
end
