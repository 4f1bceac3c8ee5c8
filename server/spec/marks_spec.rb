# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'marks and pain' do
  before { log_in }

  let(:pupil) { add_pupil }

  it 'keep tempo, checks and where they came from' do
    answer = mark(pupil, skill: 'body.ready', value: 2, tempo: 60, checks: ['Breath goes on'], source: 'home')
    expect(answer[:mark]).to include(tempo: 60, checks: ['Breath goes on'], source: 'home')
    [{ tempo: 10 }, { checks: ['x' * 201] }, { source: 'rumour' }, { key: '!' }].each do |wrong|
      mark(pupil, skill: 'body.ready', value: 2, **wrong)
      expect([status, error[:where][:field]]).to eq([422, wrong.keys.first.to_s])
    end
  end

  it 'count once when they come twice, and are taken when they come late' do
    2.times { mark(pupil, skill: 'body.ready', value: 2, key: 'offline-0001', made_on: (Date.today - 5).iso8601) }
    answer = mark(pupil, skill: 'body.ready', value: 3, key: 'offline-0002')
    whole = api(:get, "/api/pupils/#{answer[:pupil][:id]}")
    expect(answer[:pupil]).to eq(whole.slice(*answer[:pupil].keys))
    expect(whole[:marks].map { [_1[:value], _1[:made_on]] }).to eq([[3, Date.today.iso8601], [2, (Date.today - 5).iso8601]])
    expect(answer[:pupil][:path].first[:state]).to eq('steady')
  end

  describe 'that were wrong' do
    let(:lesson) { api(:post, "/api/pupils/#{pupil[:id]}/lessons", {}) }

    def shown = api(:get, "/api/pupils/#{pupil[:id]}")[:marks].map { _1.slice(:value, :was, :struck) }
    def state(skill) = api(:get, "/api/pupils/#{pupil[:id]}")[:path].find { _1[:id] == skill }[:state]
    def in_lesson(**more) = mark(pupil, lesson_id: lesson[:id], skill: 'body.ready', **more)

    it 'are replaced by another number in the same lesson, and only by that of the same thing' do
      mark(pupil, skill: 'body.ready', value: 3, made_on: (Date.today - 7).iso8601)
      [1, 3, 2].each { in_lesson(value: _1) }
      in_lesson(skill: 'bow.fall', value: 0)
      mark(pupil, lesson_id: lesson[:id], tune_id: add_tune[:id], value: 1)
      expect(api(:get, "/api/lessons/#{lesson[:id]}")[:marks].map { _1.values_at(:skill, :value) }).to eq([['body.ready', 2], ['bow.fall', 0], [nil, 1]])
      expect(shown).to eq([{ value: 1, was: nil, struck: false }, { value: 0, was: nil, struck: false }, { value: 2, was: 3, struck: false }, { value: 3, was: nil, struck: false }])
      expect([state('body.ready'), FawnmossServer.db[:marks].where(pupil_id: pupil[:id]).count]).to eq(['steady', 6])
    end

    it 'are taken back at once in the lesson, once, and stay in the record' do
      in_lesson(value: 2)
      2.times { in_lesson(struck: true, key: 'undo-00001') }
      expect([status, shown, state('body.ready')]).to eq([201, [{ value: 2, was: 2, struck: true }], 'untouched'])
      expect(api(:get, "/api/lessons/#{lesson[:id]}")[:marks]).to eq([])
      in_lesson(struck: true)
      expect([status, error[:message]]).to eq([422, 'There is no mark of this lesson to take back.'])
      in_lesson(value: 1)
      expect(shown.map { _1[:struck] }).to eq([false, true])
    end

    it 'are changed or struck out a week later, with a word why; states and digests follow' do
      old = mark(pupil, skill: 'body.ready', value: 3, made_on: (Date.today - 14).iso8601)[:mark]
      slip = mark(pupil, skill: 'body.ready', value: 3, made_on: (Date.today - 7).iso8601)[:mark]
      expect(state('body.ready')).to eq('steady')
      changed = mark(pupil, skill: 'body.ready', value: 1, made_on: slip[:made_on], corrects_id: slip[:id])
      expect([changed[:mark].slice(:value, :was, :corrects_id), changed[:pupil][:path].first[:state]]).to eq([{ value: 1, was: 3, corrects_id: slip[:id] }, 'started'])
      struck = mark(pupil, struck: true, corrects_id: old[:id], note: 'It was Ada.')
      expect(struck[:mark]).to include(struck: true, value: 3, made_on: old[:made_on], skill: 'body.ready', note: 'It was Ada.')
      expect(shown).to eq([{ value: 1, was: 3, struck: false }, { value: 3, was: 3, struck: true }])
      mark(pupil, struck: true, corrects_id: old[:id])
      expect(status).to eq(404)
      digest = FawnmossServer::Models::PupilDigest[pupil[:id]]
      expect([digest.body['marks'], digest.to_values.map(&:value)]).to eq([1, [1]])
    end

    it 'stay marks of their lesson when they are changed later, and a correction whose answer was lost counts once' do
      slip = in_lesson(value: 3)[:mark]
      change = { skill: 'body.ready', value: 1, corrects_id: slip[:id], key: 'correct-0001' }
      ids = Array.new(2) { mark(pupil, **change)[:mark][:id] }
      expect([status, ids.uniq.size]).to eq([201, 1])
      expect(api(:get, "/api/lessons/#{lesson[:id]}")[:marks].map { _1[:value] }).to eq([1])
    end

    it 'of another studio cannot be struck' do
      own = mark(pupil, skill: 'body.ready', value: 2)[:mark]
      log_in('another@studio.example')
      mark(add_pupil, struck: true, corrects_id: own[:id])
      expect(status).to eq(404)
    end
  end

  it 'of a lesson are answered in short: years of marks do not travel with each' do
    lesson = api(:post, "/api/pupils/#{pupil[:id]}/lessons", {})
    expect(mark(pupil, skill: 'body.ready', value: 2, lesson_id: lesson[:id]).keys).to eq([:mark])
    expect(mark(pupil, skill: 'body.ready', value: 2).keys).to eq(%i[mark pupil])
  end

  it 'of a hidden skill are kept, and shown again with it' do
    studio = FawnmossServer::Models::Studio[FawnmossServer::Models::Pupil[pupil[:id]].studio_id]
    change = FawnmossServer::Models::SkillChange.create(studio_id: studio.id, skill: 'body.care', hidden: true, texts: {})
    answer = mark(pupil, skill: 'body.care', value: 2)
    expect([status, answer[:pupil][:path].map { _1[:id] }.include?('body.care')]).to eq([201, false])
    change.delete
    expect(api(:get, "/api/pupils/#{pupil[:id]}")[:path].find { _1[:id] == 'body.care' }[:state]).to eq('steady') # shown once
  end

  it 'that hurt hold the skill until the teacher clears it, in the teacher’s words' do
    answer = mark(pupil, skill: 'body.ready', value: 1, hurt: true, note: 'left shoulder')
    expect(answer[:pupil][:holds]).to match([a_hash_including(skill: 'body.ready', words: "It hurt on #{Date.today.strftime('%-d %B')} (told from a lesson): left shoulder.")])
    expect(answer[:pupil][:path].first).to include(held: true)
    expect(answer[:pupil][:next].map { _1[:skill] }).to eq(['body.care'])
    api(:post, "/api/pupils/#{pupil[:id]}/holds", { skill: 'body.ready', note: 'again' })
    expect(api(:get, "/api/pupils/#{pupil[:id]}")[:holds].map { _1[:words] }).to match([/left shoulder; again/])
    api(:post, "/api/holds/#{answer[:pupil][:holds].first[:id]}/clear", { note: 'lower shoulder rest' })
    expect(api(:get, "/api/pupils/#{pupil[:id]}")[:path].first).to include(held: false)
    api(:post, "/api/pupils/#{pupil[:id]}/holds", { skill: 'left.block' })
    expect([status, error[:where][:field]]).to eq([422, 'skill'])
  end

  it 'follow the bass’s schools' do
    bass = add_pupil('Bo', instrument: 'bass', bow_hold: 'german', bass_hand: '1-2-3-4')
    ids = api(:get, "/api/pupils/#{bass[:id]}")[:path].map { _1[:id] }
    expect(ids).to include('bow.hold-german', 'left.four-semitones')
    mark(bass, skill: 'bow.hold', value: 1)
    expect(status).to eq(422)
  end

  it 'in short say what they say in full, for every pupil' do
    teach(pupil, 'rhythm.eighths', days: [70, 40, 9, 2])
    [[60, 1], [30, 1], [3, 1]].each { |ago, value| mark(pupil, skill: 'rhythm.triplet', value:, made_on: (Date.today - ago).iso8601) }
    whole = api(:get, "/api/pupils/#{pupil[:id]}")
    short = api(:get, '/api/pupils')[:pupils].first
    expect(short[:look]).to eq(whole[:look])
    expect(short[:next]).to eq(whole[:next])
    expect(short[:counts].reject { _2.zero? }).to eq(whole[:path].map { _1[:state].to_sym }.tally)
    expect(short[:look].map { _1[:kind] }).to eq(['stuck'])
  end
end
