# frozen_string_literal: true

require 'open3'
require_relative 'spec_helper'

RSpec.describe 'pupils who come and go' do
  before { log_in }

  let(:today) { Date.today }
  let(:pupil) { add_pupil('Wren', lesson_day: today.cwday, lesson_time: '16:00', lesson_minutes: 30) }
  let(:slot) { pupil[:slots].first }

  def days(weeks, from: today) = api(:get, "/api/calendar?from=#{from}&days=#{7 * weeks}")[:lessons].map { [(Date.iso8601(_1[:date]) - from).to_i, _1[:time], _1[:status]] }
  def shown = api(:get, '/api/pupils')[:pupils].find { _1[:id] == pupil[:id] }
  def begun(ago) = FawnmossServer::Models::Slot.where(pupil_id: pupil[:id]).update(from_date: today - ago)

  describe 'weekly lessons' do
    it 'change from a day on, and what lay before stays' do
      begun(28)
      row = api(:patch, "/api/slots/#{slot[:id]}", { weekday: (today + 2).cwday, time: '17:15', minutes: 45, from: (today + 7).iso8601 })
      expect(row[:slots].map { _1.values_at(:time, :minutes, :from, :to) })
        .to eq([['16:00', 30, (today - 28).iso8601, (today + 6).iso8601], ['17:15', 45, (today + 7).iso8601, nil]])
      expect(days(3)).to eq([[0, '16:00', 'weekly'], [9, '17:15', 'weekly'], [16, '17:15', 'weekly']])
      expect(days(4, from: today - 28).map { _1[1] }.uniq).to eq(['16:00'])
      expect(api(:get, "/api/pupils/#{pupil[:id]}/plan")[:date]).to eq(today.iso8601)
      api(:patch, "/api/slots/#{row[:slots].last[:id]}", { weekday: (today + 3).cwday, time: '18:00', from: (today + 7).iso8601 }) # from its own first day: it is the same one
      expect(days(3).map(&:first)).to eq([0, 10, 17])
    end

    it 'can be two a week, on two days, and end' do
      row = api(:post, "/api/pupils/#{pupil[:id]}/slots", { weekday: (today + 3).cwday, time: '08:00', minutes: 20 })
      second = row[:slots].find { _1[:time] == '08:00' }[:id]
      expect([status, days(1)]).to eq([201, [[0, '16:00', 'weekly'], [3, '08:00', 'weekly']]])
      api(:post, "/api/pupils/#{pupil[:id]}/slots", { weekday: today.cwday, time: '09:00' })
      expect([status, error[:where][:field]]).to eq([422, 'weekday'])
      api(:patch, "/api/slots/#{second}", { weekday: today.cwday })
      expect(status).to eq(422)
      expect([0, 3, 5].map { |ahead| api(:get, "/api/pupils/#{pupil[:id]}/plan?date=#{today + ahead}")[:minutes] }).to eq([30, 20, 30]) # each as long as it is
      expect(api(:post, "/api/pupils/#{pupil[:id]}/lessons", { date: today.iso8601 })[:minutes]).to eq(30)
      api(:post, "/api/pupils/#{pupil[:id]}/changes", { kind: 'cancelled', on: (today + 3).iso8601, owed: true })
      api(:delete, "/api/slots/#{slot[:id]}?from=#{today + 7}")
      expect(days(2).map { |day, _, how| [day, how] }).to eq([[0, 'weekly'], [3, 'cancelled'], [10, 'weekly']])
      api(:delete, "/api/slots/#{second}") # it never was
      expect([shown[:slots].size, days(2).map(&:first)]).to eq([1, [0]])
    end

    it 'are read by other calendars as they are' do
      begun(7)
      api(:patch, "/api/slots/#{slot[:id]}", { weekday: (today + 1).cwday, time: '17:00', from: (today + 8).iso8601 })
      api(:post, "/api/pupils/#{pupil[:id]}/absences", { kind: 'paused', from: (today + 14).iso8601, back_on: (today + 28).iso8601 })
      text = api(:get, '/api/lessons.ics')
      out, = Open3.capture2('node', File.join(__dir__, 'support/node/ical.mjs'), stdin_data: JSON.generate(text:, from: (today - 8).to_time(:utc).to_i, to: (today + 40).to_time(:utc).to_i))
      found = JSON.parse(out, symbolize_names: true).map { _1[:start][0, 16] }
      held = api(:get, "/api/calendar?from=#{today - 8}&days=42")[:lessons].map { "#{_1[:date]}T#{_1[:time]}" }
      expect(found.select { _1 < (today + 34).iso8601 }).to eq(held)
      expect(held.size).to eq(5)
    end

    it 'that were cancelled and are owed can be let go' do
      api(:post, "/api/pupils/#{pupil[:id]}/changes", { kind: 'cancelled', on: today.iso8601, owed: true })
      owed = api(:get, '/api/calendar')[:owed].first
      api(:post, "/api/changes/#{owed[:change_id]}/waive", {})
      expect([api(:get, '/api/calendar')[:owed], days(1)]).to eq([[], [[0, '16:00', 'cancelled']]])
    end
  end

  describe 'a pause' do
    def away(**body) = api(:post, "/api/pupils/#{pupil[:id]}/absences", body)

    it 'takes a pupil out of the days and of those who want a look, and ends by itself' do
      mark(pupil, skill: 'body.ready', value: 1, made_on: (today - 40).iso8601)
      expect(shown[:look].map { _1[:words] }).to eq(['Not seen for 40 days.'])
      row = away(kind: 'paused', back_on: (today + 14).iso8601, note: 'exams')
      expect(row[:absence]).to include(kind: 'paused', now: true, note: 'exams', words: "paused since #{today.strftime('%-d %B')}, back on #{(today + 14).strftime('%-d %B')}")
      expect(days(4).map(&:first)).to eq([14, 21])
      expect(api(:get, '/api/today')).to include(lessons: [], look: [])
      expect(api(:get, '/api/progress')[:pupils]).to eq([])
      FawnmossServer::Models::Absence.where(pupil_id: pupil[:id]).update(from_date: today - 30, back_on: today - 22)
      expect([shown[:absence], shown[:look].map { _1[:words] }]).to eq([nil, ["Back since #{(today - 22).strftime('%-d %B')}, and not seen since."]])
      FawnmossServer::Models::Absence.where(pupil_id: pupil[:id]).update(back_on: today - 3)
      expect([shown[:look], days(1).size, days(1, from: today - 7)]).to eq([[], 1, []])
    end

    it 'is open, ended when the pupil is back, or taken back before it begins; leaving is the same for good' do
      row = away(kind: 'left', from: (today + 7).iso8601)
      expect([row[:absence][:now], row[:absence][:words], days(3).map(&:first)]).to eq([false, "leaves on #{(today + 7).strftime('%-d %B')}", [0]])
      away(kind: 'paused', from: (today + 9).iso8601)
      expect([status, error[:where][:field]]).to eq([422, 'from'])
      expect(api(:post, "/api/absences/#{row[:absence][:id]}/back", {})).to include(absence: nil)
      row = away(kind: 'left', from: (today - 5).iso8601)
      expect(row[:absence][:words]).to eq("left on #{(today - 5).strftime('%-d %B')}")
      expect(api(:get, "/api/pupils/#{pupil[:id]}")[:path].size).to be > 90 # all is kept
      back = api(:post, "/api/absences/#{row[:absence][:id]}/back", { on: today.iso8601 })
      expect([back[:absence], days(1).size]).to eq([nil, 1])
      { { kind: 'lost' } => 'kind', { kind: 'paused', back_on: today.iso8601 } => 'back_on', { kind: 'paused', from: 'soon' } => 'from' }.each do |body, field|
        away(**body)
        expect([body, status, error[:where][:field]]).to eq([body, 422, field])
      end
    end
  end

  it 'belong to one studio' do
    absence = api(:post, "/api/pupils/#{pupil[:id]}/absences", { kind: 'paused' })[:absence]
    log_in('berta@example.test', studio: 'Elsewhere')
    { [:post, "/api/pupils/#{pupil[:id]}/slots"] => { weekday: 1 }, [:patch, "/api/slots/#{slot[:id]}"] => { weekday: 1 }, [:delete, "/api/slots/#{slot[:id]}"] => nil,
      [:post, "/api/pupils/#{pupil[:id]}/absences"] => { kind: 'left' }, [:post, "/api/absences/#{absence[:id]}/back"] => {} }.each do |(method, path), body|
      api(method, path, body)
      expect([path, status]).to eq([path, 404])
    end
  end
end
