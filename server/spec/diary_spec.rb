# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'the diary' do
  before { log_in }

  let(:today) { Date.today }
  let(:pupil) { add_pupil(lesson_minutes: 30, lesson_day: (today + 3).cwday) }
  # Two lessons, a week apart, with marks, notes and a card.
  let!(:first) do
    lesson_on(today - 7).tap do |lesson|
      mark(pupil, skill: 'body.ready', value: 1, note: 'Knees like bambú', lesson_id: lesson[:id])
      finish(lesson, note: 'Shy; loves the frog song.', carried: ['first pluck.open'])
      api(:post, "/api/lessons/#{lesson[:id]}/cards", {})
    end
  end

  def lesson_on(date, **body) = api(:post, "/api/pupils/#{pupil[:id]}/lessons", { date: date.iso8601, **body })
  def diary(**query) = api(:get, "/api/pupils/#{pupil[:id]}/diary?#{URI.encode_www_form(query)}")
  def shown = api(:get, "/api/pupils/#{pupil[:id]}")
  def promises = shown[:promises].map { [_1[:title], _1[:why]] }
  def change(lesson, verb, path = '', **body) = api(verb, "/api/lessons/#{lesson[:id]}#{path}", body)

  def finish(lesson, spent: [], **more)
    change(lesson, :post, '/finish', clock: { at: 0, seconds: spent.map { { id: _1, seconds: 60 } } }, **more)
  end

  it 'has every lesson, newest first, with what was done, marked, noted, carried over and given' do
    second = lesson_on(today)
    found = diary
    expect([found[:total], found[:lessons].map { [_1[:held_on], _1[:status]] }]).to eq([2, [[today.iso8601, 'running'], [(today - 7).iso8601, 'done']]])
    entry = found[:lessons].last
    expect(entry).to include(id: first[:id], note: 'Shy; loves the frog song.', promises: [{ title: 'Plucked open strings', kept: false }])
    expect(entry[:cards].map { _1[:number] }).to eq([1])
    expect(entry[:items].find { _1[:title] == 'Balanced and loose' }).to include(value: 1, note: 'Knees like bambú', reached: true)
    expect(entry[:items].find { _1[:title] == 'Plucked open strings' }).to include(value: nil, reached: false)
    mark(pupil, skill: 'bow.slur', value: 0, lesson_id: first[:id]) # not in its list
    expect(diary[:lessons].last[:items].last).to eq({ title: 'Two notes in one bow', kind: 'other', value: 0, note: '', reached: true })
    expect(second[:last_note]).to eq({ lesson_id: first[:id], on: (today - 7).iso8601, note: 'Shy; loves the frog song.' })
    expect(api(:get, "/api/pupils/#{pupil[:id]}/plan")[:last_note]).to eq(second[:last_note])
    expect(lesson_on(today - 7)[:last_note]).to be_nil
  end

  it 'is searched by words of titles, notes, marks and promises, and read a page at a time' do
    finish(lesson_on(today), note: 'Bring the concert list')
    { 'frog' => 1, 'FROG SONG' => 1, 'bambu' => 1, 'concert' => 1, 'pluck' => 2, 'frog concert' => 0, '%' => 2, 'log' => 0 }.each do |words, count|
      expect([words, diary(text: words)[:total]]).to eq([words, count])
    end
    15.times { |weeks| finish(lesson_on(today - 14 - (7 * weeks))) }
    expect([diary[:lessons].size, diary(from: 12)[:lessons].size, diary[:total]]).to eq([12, 5, 17])
  end

  it 'shows the last note on Today' do
    api(:post, "/api/pupils/#{pupil[:id]}/slots", { weekday: today.cwday, time: '15:00' })
    expect(api(:get, '/api/today')[:lessons].first[:last_note]).to include(note: 'Shy; loves the frog song.')
  end

  describe 'a lesson' do
    it 'that is begun before its day is today’s, with what was wished for it' do
      soon = today + 3
      api(:put, "/api/pupils/#{pupil[:id]}/plan", { date: soon.iso8601, minutes: 25, wishes: { own: [{ id: 'own a1', title: 'Sing' }] } })
      lesson = lesson_on(soon)
      expect(lesson).to include(held_on: today.iso8601, minutes: 25, status: 'running')
      expect(lesson[:items].map { _1[:title] }).to include('Sing')
      expect(lesson_on(soon)[:id]).to eq(lesson[:id]) # the one that runs
      expect(api(:get, "/api/pupils/#{pupil[:id]}/plan?date=#{soon}")[:lesson]).to be_nil
    end

    it 'is moved to the day it was, with its marks, not to come and not onto another' do
      lesson = lesson_on(today)
      given = mark(pupil, skill: 'bow.fall', value: 2, lesson_id: lesson[:id])[:mark]
      expect(change(lesson, :post, '/day', held_on: (today - 2).iso8601)).to include(held_on: (today - 2).iso8601)
      late = mark(pupil, skill: 'body.hold-up', value: 1, lesson_id: lesson[:id])[:mark] # and what comes later has its day
      days = shown[:marks].to_h { [_1[:id], _1[:made_on]] }
      expect(days.values_at(given[:id], late[:id])).to eq([(today - 2).iso8601] * 2)
      { today + 1 => 'out of range', today - 7 => 'already' }.each do |day, words|
        change(lesson, :post, '/day', held_on: day.iso8601)
        expect([status, error[:message]]).to match([422, /#{words}/])
      end
    end

    it 'takes what the teacher thinks of, where it stands, once; in the order wanted' do
      lesson = lesson_on(today)
      tune = add_tune
      change(lesson, :post, '/items', kind: 'own', title: 'A new string', after: 'warm-up', key: 'added-0001')
      change(lesson, :post, '/items', kind: 'own', title: 'A new string', after: 'warm-up', key: 'added-0001')
      change(lesson, :post, '/items', kind: 'skill', ref: 'bow.slur', after: 'warm-up')
      change(lesson, :post, '/items', kind: 'skill', ref: lesson[:items].flat_map { _1[:also] }.first[:skill]) # in it already
      found = change(lesson, :post, '/items', kind: 'tune', ref: tune[:id])
      expect(found[:items].map { _1[:id] }).to eq(['warm-up', 'new bow.slur', 'own kadded-0001', *lesson[:items].drop(1).map { _1[:id] }, "tune #{tune[:id]}"])
      expect(found[:items][1][:reasons].last).to match(/rests on .*not steady yet/)
      moved = change(lesson, :put, '', order: ['warm-up', "tune #{tune[:id]}"])
      expect(moved[:items].map { _1[:id] }.first(3)).to eq(['warm-up', "tune #{tune[:id]}", 'new bow.slur'])
      { { kind: 'skill', ref: 'flying' } => 422, { kind: 'tune', ref: 10**9 } => 404, { kind: 'own', title: ' ', key: 'added-0002' } => 422, { kind: 'x' } => 422 }.each do |body, code|
        change(lesson, :post, '/items', **body)
        expect([body, status]).to eq([body, code])
      end
      finish(lesson)
      change(lesson, :post, '/items', kind: 'own', title: 'Late', key: 'added-0003')
      expect([status, error[:remedy]]).to eq([422, 'Open it again first.'])
    end

    it 'is opened again and amended: promises follow, nothing is done twice' do
      api(:post, "/api/pupils/#{pupil[:id]}/promises", { kind: 'skill', ref: 'bow.fall' })
      lesson = lesson_on(today)
      finish(lesson, key: 'ending-0001', carried: ['card'])
      before = [['Plucked open strings', 'not reached'], ['The hand falls on the stick', 'promised']]
      expect(promises).to contain_exactly(*before, ['Balanced and loose', 'not reached'], ['Set the work for home', 'not reached'])
      change(lesson, :post, '/open')
      expect(promises).to match_array(before)
      finish(lesson, key: 'ending-0001', carried: ['card']) # sent again, late: it is open all the same
      expect(change(lesson, :get)[:status]).to eq('running')
      mark(pupil, skill: 'bow.fall', value: 2, lesson_id: lesson[:id])
      mark(pupil, skill: 'body.ready', value: 2, lesson_id: lesson[:id])
      2.times { finish(lesson, key: 'ending-0002', note: 'Better than I thought.') }
      expect([promises, diary[:lessons].first[:note]]).to eq([[['Plucked open strings', 'not reached']], 'Better than I thought.'])
      change(lesson, :post, '/open')
      expect(promises.size).to eq(2) # what was kept in it is open once more
      api(:delete, "/api/lessons/#{lesson[:id]}?strike=yes")
      expect([diary[:total], promises.size]).to eq([1, 2])
    end

    it 'carries over what would not come again by itself' do
      teach(pupil, 'rhythm.eighths', 'left.steps', 'crossing.next', 'scale.first', days: [9, 5])
      lesson = lesson_on(today)
      missed = finish(lesson, spent: ['warm-up'])[:items].reject { %w[warm-up rest talk free card].include?(_1[:kind]) || (_1[:skill].nil? && _1[:tune].nil?) }
      expect(promises.map(&:first)).to match_array(missed.map { _1[:title] } | ['Plucked open strings'])
      expect(missed).not_to be_empty
    end

    it 'is not there for another studio' do
      log_in('berta@example.test', studio: 'Elsewhere')
      { [:post, "/api/lessons/#{first[:id]}/open"] => {}, [:post, "/api/lessons/#{first[:id]}/items"] => { kind: 'own', title: 'x', key: 'added-0001' },
        [:post, "/api/lessons/#{first[:id]}/day"] => { held_on: today.iso8601 }, [:delete, "/api/lessons/#{first[:id]}?strike=yes"] => nil,
        [:get, "/api/pupils/#{pupil[:id]}/diary"] => nil }.each do |(method, path), body|
        api(method, path, body)
        expect([path, status]).to eq([path, 404])
      end
    end
  end
end
