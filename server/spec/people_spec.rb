# frozen_string_literal: true

require 'csv'
require_relative 'spec_helper'

RSpec.describe 'fit, progress and care' do
  before { log_in }

  let(:today) { Date.today }
  let(:pupil) { add_pupil(birth_year: today.year - 8) }
  let(:path) { "/api/pupils/#{pupil[:id]}" }

  describe 'fit' do
    it 'finds a size by the arm, tapes by the string, and keeps every measuring' do
      api(:post, "#{path}/fits", { arm_cm: 51.5, measured_on: (today - 200).iso8601 })
      found = api(:post, "#{path}/fits", { arm_cm: 54.2, string_mm: '328', size: '1/2', note: 'low rest' })
      expect(found[:size]).to match(size: '1/2', note: %r{Nearly 3/4 \(from 55 cm\): between two sizes take the smaller.*from memory})
      expect(found[:fits].map { _1.values_at(:arm_cm, :string_mm, :size) }).to eq([[54.2, 328.0, '1/2'], [51.5, nil, '']])
      expect(found[:places].map { _1.values_at(:semitones, :mm) }).to eq([[2, 35.8], [4, 67.7], [5, 82.3], [7, 109.1]]) # guide page on instruments
      expect(api(:get, path)[:size]).to eq('1/2')
      expect(api(:get, "#{path}/fit?temperament=pythagorean")[:places].map { _1[:mm] }).to eq([36.4, 68.8, 82.0, 109.3])
    end

    it 'puts tapes on and takes them off, with dates, and proposes to take one off when its finger is secure' do
      found = api(:post, "#{path}/tapes", { semitones: 2, on: (today - 60).iso8601 })
      api(:post, "#{path}/tapes", { semitones: 5, on: (today - 60).iso8601 })
      expect(api(:get, "#{path}/fit")[:proposals]).to eq([])
      teach(pupil, 'left.steps', days: [20, 10, 2], value: 3)
      expect(api(:get, "#{path}/fit")[:proposals].map { _1[:semitones] }).to eq([2, 5])
      expect(api(:get, "#{path}/fit")[:proposals].first[:words]).to match(/Steps up and down one string is secure since.*try a week without this tape/)
      off = api(:post, "/api/tapes/#{found[:tapes].first[:id]}/off", {})
      expect(off[:tapes].first).to include(taken_off: today.iso8601)
      api(:post, "#{path}/tapes", { semitones: 5 })
      expect([status, error[:message]]).to match([422, /on already/])
    end

    it 'lays out a strip in mm, cut over pages for a bass' do
      api(:post, "#{path}/fits", { string_mm: 328 })
      strip = api(:get, "#{path}/strip?tapes=2,5")
      expect(strip[:pieces]).to eq([{ from: 0, to: 97, marks: [{ mm: 35.8, at: 35.8, label: '1' }, { mm: 82.3, at: 82.3, label: '3' }] }])
      bass = add_pupil('Bo', instrument: 'bass')
      api(:post, "/api/pupils/#{bass[:id]}/fits", { string_mm: 1060 })
      pieces = api(:get, "/api/pupils/#{bass[:id]}/strip")[:pieces]
      expect(pieces.flat_map { |piece| piece[:marks].map { [_1[:mm], (piece[:from] + _1[:at]).round(1)] } }).to eq([[115.6, 115.6], [218.7, 218.7], [352.5, 352.5]])
      expect([pieces.size, pieces.map { _1[:to] - _1[:from] }.max]).to match([2, be <= 235])
      api(:get, "/api/pupils/#{add_pupil('New')[:id]}/strip")
      expect([status, error[:where][:field]]).to eq([422, 'length'])
    end

    it 'refuses what cannot be, by field' do
      { { string_mm: 3 } => 'length', { arm_cm: 120 } => 'arm', { string_mm: 'long' } => 'string_mm', {} => 'arm_cm', { arm_cm: 50, measured_on: (today + 2).iso8601 } => 'measured_on' }.each do |body, field|
        api(:post, "#{path}/fits", body)
        expect([body, status, error[:where][:field]]).to eq([body, 422, field])
      end
      api(:post, "#{path}/tapes", { semitones: 3 })
      expect([status, error[:remedy]]).to eq([422, 'Choose 2, 4, 5, 7.'])
      api(:get, "#{path}/strip?tapes=a;b&length=328")
      expect([status, error[:where][:field]]).to eq([422, 'tapes'])
    end

    it 'is due again after half a year for a child' do
      mark(pupil, skill: 'body.ready', value: 2)
      api(:post, "#{path}/fits", { arm_cm: 51, measured_on: (today - 183).iso8601 })
      expect(api(:get, path)[:look].map { _1[:kind] }).to eq(['fit'])
      api(:post, "#{path}/fits", { arm_cm: 52 })
      expect(api(:get, path)[:look]).to eq([])
    end
  end

  it 'warms up by instrument, school, age and minutes' do
    child = api(:get, "#{path}/warm-up?minutes=6")
    expect(child[:steps].sum { (_1[:times] * _1[:seconds]) + _1[:rest] }).to be_between(240, 380)
    expect(child[:all].find { _1[:id] == 'press' }[:times]).to eq(3) # play-sized for a child
    german = add_pupil('Bo', instrument: 'bass', bow_hold: 'german')
    ids = api(:get, "/api/pupils/#{german[:id]}/warm-up?minutes=20")[:steps].map { _1[:id] }
    expect(ids).to include('form-german', 'carry')
    expect(ids & %w[form press upside walk]).to be_empty
    api(:get, "#{path}/warm-up?minutes=90")
    expect(status).to eq(422)
  end

  describe 'progress' do
    before do
      teach(pupil, 'scale.first', days: [30, 20, 2], value: 3)
      [[20, 50], [10, 56], [1, 60]].each { |ago, tempo| mark(pupil, skill: 'scale.first', value: 2, tempo:, made_on: (today - ago).iso8601) }
    end

    it 'shows path, tempi against their goal, practice told and planned, tunes that go' do
      chart = open_chart(pupil:)
      card = api(:post, "/api/charts/#{chart[:id]}/cards", {})
      api(:post, "/api/link/#{card[:link][:path].split('/').last}/reports", { reports: [{ key: 'minutes-01', kind: 'minutes', day: today.iso8601, value: 25 }] })
      mark(pupil, tune_id: chart[:tune_id], value: 3, tempo: 72)
      found = api(:get, "#{path}/progress?weeks=8")
      expect(found[:weeks].size).to eq(8)
      expect(found[:tempi]).to match([a_hash_including(name: 'One octave from an open string', goal: 60), a_hash_including(name: 'Steps', goal: nil, points: [{ on: today.iso8601, tempo: 72 }])])
        .or match([a_hash_including(name: 'Steps'), a_hash_including(name: 'One octave from an open string')])
      expect(found[:tempi].find { _1[:goal] }[:points].map { _1[:tempo] }).to eq([50, 56, 60])
      expect(found[:practice].last).to eq(on: today.iso8601, planned: 90, reported: 25)
      expect(found[:tunes]).to eq([{ title: 'Steps', on: today.iso8601 }])
      expect(found[:areas].find { _1[:area] == 'body' }).to include(secure: be > 1)
      expect(api(:get, '/api/progress')[:pupils].first).to include(minutes: 25, planned: 360, last_seen: today.iso8601)
    end

    it 'gives the marks as a table, safe for spreadsheets' do
      mark(pupil, skill: 'body.ready', value: 1, note: '=1+1')
      rows = CSV.parse(api(:get, "#{path}/marks.csv"), headers: true)
      expect(rows.size).to eq(api(:get, path)[:marks].size)
      expect(rows.select { _1['tempo'] }.map { [_1['about'], _1['tempo']] }).to include(['One octave from an open string', '50'])
      expect(rows.map { _1['note'] }).to include("'=1+1")
    end

    it 'says to a parent in plain words what came of a term, and gives no grades' do
      report = api(:get, "#{path}/report?from=#{(today - 40).iso8601}&to=#{today.iso8601}")
      text = report[:parts].flat_map { _1[:sentences] }.join(' ')
      expect(report[:parts].map { _1[:heading] }).to include('Lessons and practice', 'Learnt this term', 'Next')
      expect(text).to include('Wren was here 5 times').and match(/These now go by themselves, in time and again and again: .*and \d+ more\./).and include('What comes next: ')
      without_days = text.gsub(/\b\d{1,2} (#{Date::MONTHNAMES.compact.join('|')}) \d{4}\b/, '')
      expect(without_days).not_to match(/(?<![-\d])\b[0-3]\b(?!-| (more|days|minutes))|grade|score|percent/i)
      api(:get, "#{path}/report?from=#{today.iso8601}&to=#{(today - 9).iso8601}")
      expect([status, error[:where][:field]]).to eq([422, 'to'])
    end
  end

  describe 'care' do
    def fill
      chart = open_chart(pupil:)
      save_chart(chart, pins: [{ note: 'n5', string: 'D', finger: 4 }])
      card = api(:post, "/api/charts/#{chart[:id]}/cards", {})
      @token = card[:link][:path].split('/').last
      api(:post, "/api/link/#{@token}/reports", { reports: [{ key: 'pain-00001', kind: 'pain', day: today.iso8601, value: 1 }] })
      wrong = mark(pupil, skill: 'body.ready', value: 0)[:mark]
      mark(pupil, skill: 'body.ready', value: 2, corrects_id: wrong[:id])
      api(:post, "#{path}/promises", { title: 'Bring the list' })
      api(:post, "#{path}/fits", { string_mm: 328 })
      api(:post, "#{path}/tapes", { semitones: 2 })
      api(:post, "#{path}/changes", { kind: 'extra', to: today.iso8601 })
      lesson = api(:post, "#{path}/lessons", {})
      api(:post, "/api/lessons/#{lesson[:id]}/finish", { reached: ['warm-up'], carried: ['card'] })
      api(:post, "/api/lessons/#{lesson[:id]}/cards", {})
    end

    it 'takes everything about a pupil away in one file' do
      fill
      all = api(:get, "#{path}/everything.json")
      expect(all[:pupil]).to include(name: 'Wren', birth_year: today.year - 8)
      tables = all.except(:about, :pupil)
      expect(tables.keys).to match_array(FawnmossServer::Actions::Care::TABLES)
      expect(tables.transform_values(&:size)).to include(marks: 2, charts: 1, pins: 1, cards: 2, card_links: 2, card_reports: 1, lessons: 1, promises: 3, holds: 1, fits: 1, tapes: 1, lesson_changes: 1)
      expect(JSON.generate(all)).not_to include('nonce', 'studio_id')
    end

    it 'erases a pupil for good when the name is typed again: nothing is left but numbers, and links die' do
      fill
      other = add_pupil('Other')
      mark(other, skill: 'body.ready', value: 2)
      before = api(:get, '/api/statistics')
      api(:delete, path, { name: 'Wern' })
      expect([status, error[:remedy]]).to eq([422, 'Type Wren to erase for good.'])
      expect(api(:delete, path, { name: 'Wren' })).to eq(done: true)
      db = FawnmossServer.db
      left = db.tables.select { db.schema(_1).map(&:first).include?(:pupil_id) }.to_h { |table| [table, db[table].where(pupil_id: pupil[:id]).count] }
      expect(left.reject { _2.zero? }).to eq({})
      expect(%i[card_links card_reports pins].sum { db[_1].count }).to eq(0)
      api(:get, "/api/link/#{@token}")
      expect(status).to eq(404)
      api(:get, path)
      expect(status).to eq(404)
      expect(api(:get, '/api/statistics')).to eq(before)
      expect(api(:get, '/api/pupils')[:pupils].map { _1[:name] }).to eq(['Other'])
    end

    # A row read just before the erasure points at nobody; it must not pass for one that never had a pupil.
    it 'has nothing for whoever read a chart, card or lesson of the pupil a moment before' do
      fill
      rows = FawnmossServer::Models.then { |m| [m::Chart, m::Card, m::Lesson] }.map { _1.first(pupil_id: pupil[:id]) }
      link = FawnmossServer::Models::CardLink.first
      tune = FawnmossServer::Models::Chart.first.tap { api(:delete, path, { name: 'Wren' }) }.tune
      expect(tune).to have_attributes(id: rows.first.tune_id)
      rows.each { |row| expect { row.pupil }.to raise_error(FawnmossServer::Missing) }
      expect { link.card }.to raise_error(FawnmossServer::Missing)
      expect(FawnmossServer::Models::Chart.new.pupil).to be_nil
    end

    it 'is for the pupil’s own studio alone' do
      fill
      log_in('berta@example.test', studio: 'Elsewhere')
      asked = %w[fit strip warm-up progress report marks.csv everything.json].map { [:get, "#{path}/#{_1}"] } + [[:post, "#{path}/fits"], [:post, "#{path}/tapes"]]
      asked.each { |method, address| api(method, address, method == :post ? {} : nil) && (expect([address, status]).to eq([address, 404])) }
      api(:delete, path, { name: 'Wren' })
      expect(status).to eq(404)
      expect(api(:get, '/api/statistics')).to eq(years: [])
    end
  end
end
