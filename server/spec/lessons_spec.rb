# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'plans and lessons' do
  before { log_in }

  let(:today) { Date.today }
  let(:pupil) { add_pupil(lesson_minutes: 30, lesson_day: today.cwday, birth_year: today.year - 8) }

  def plan(**query) = api(:get, "/api/pupils/#{pupil[:id]}/plan?#{URI.encode_www_form(query)}")
  def save(**body) = api(:put, "/api/pupils/#{pupil[:id]}/plan", { date: today.iso8601, **body })
  def begin_lesson(**body) = api(:post, "/api/pupils/#{pupil[:id]}/lessons", body)

  # spent: ids of items that took their time.
  def finish(lesson, spent: [], **more)
    api(:post, "/api/lessons/#{lesson[:id]}/finish", { clock: { at: 0, seconds: spent.map { { id: _1, seconds: 60 } } }, **more })
  end

  def ids(answer) = answer[:items].map { _1[:id] }

  describe 'a plan' do
    before { teach(pupil, 'rhythm.eighths', 'left.steps', 'crossing.next', 'scale.first', days: [9, 5]) }

    it 'is computed for the next lesson, with minutes that fit and a reason for each item' do
      found = plan
      expect(found).to include(date: today.iso8601, minutes: 30, lesson: nil)
      expect(found[:items].sum { _1[:minutes] } + found[:spare]).to eq(30)
      expect(found[:items].flat_map { _1[:reasons] }).to all(match(/\w/))
      expect(plan(minutes: 45)[:items].sum { _1[:minutes] }).to be > 35
      other = add_pupil('Other', lesson_day: (today + 2).cwday)
      expect(api(:get, "/api/pupils/#{other[:id]}/plan")[:date]).to eq((today + 2).iso8601)
    end

    it 'knows the tune in work, its spots and what it still asks for' do
      chart = open_chart(pupil:, tune: add_tune('A B c d|e d c B|A2 A2|', title: 'Low two', key: 'G'))
      api(:post, "/api/charts/#{chart[:id]}/cards", {})
      item = plan[:items].find { _1[:kind] == 'spots' } || plan[:items].find { _1[:kind] == 'tune' }
      expect([item[:title], item[:reasons].first]).to match([/Low two/, /in work since/])
      2.times { |times| mark(pupil, tune_id: chart[:tune_id], value: 3, made_on: (today - times).iso8601) }
      expect(plan[:items].map { _1[:title] }.grep(/Low two/)).to be_empty
    end

    it 'keeps what the teacher changed, refits, and tells the later of two windows' do
      first = plan[:items].find { _1[:kind] == 'review' }
      changed = save(minutes: 40, wishes: { dropped: [first[:id]], minutes: [{ id: 'card', minutes: 4 }], own: [{ id: 'own a1', title: 'Sing the tune', words: 'With la.' }] })
      expect(status).to eq(200)
      expect(ids(changed)).to include('own a1').and not_include(first[:id])
      expect(changed[:dropped]).to eq([first.slice(:id, :title)])
      expect(changed[:items].find { _1[:id] == 'card' }).to include(minutes: 4, pinned: true)
      expect(plan).to include(minutes: 40, items: changed[:items])
      save(minutes: 30, lock_version: 0)
      expect([status, error[:code], error[:current]]).to match([409, 'stale', a_hash_including(minutes: 40)])
      save(minutes: 30, lock_version: changed[:lesson][:lock_version])
      expect(status).to eq(200)
    end

    def not_include(id) = satisfy { !_1.include?(id) }

    it 'refuses what cannot be, by field, and changes nothing' do
      { { minutes: 4 } => 'minutes', { minutes: 181 } => 'minutes', { wishes: { minutes: [{ id: 'card', minutes: 99 }] }, minutes: 30 } => 'minutes',
        { wishes: { own: [{ id: 'mine', title: 'x' }] } } => 'id', { wishes: { dropped: ['<script>'] } } => 'dropped', { date: '2000-01-01' } => 'date' }.each do |body, field|
        save(**body)
        expect([body, status, error[:where][:field]]).to eq([body, 422, field])
      end
      expect(plan[:lesson]).to be_nil
      api(:get, "/api/pupils/#{pupil[:id]}/plan?ahead=99")
      expect(status).to eq(422)
    end

    it 'looks lessons ahead' do
      found = plan(ahead: 2)
      expect(found[:ahead].map { _1[:date] }).to eq([(today + 7).iso8601, (today + 14).iso8601])
      expect(found[:ahead].map { |one| one[:items].sum { _1[:minutes] } }).to all(be_between(20, 30))
    end

    it 'puts what was promised first' do
      api(:post, "/api/pupils/#{pupil[:id]}/promises", { kind: 'own', title: 'Bring the concert list' })
      promise = api(:post, "/api/pupils/#{pupil[:id]}/promises", { kind: 'skill', ref: 'rhythm.eighths' })
      expect(plan[:items].map { _1[:title] }).to include('Bring the concert list', 'Eighth notes')
      api(:delete, "/api/promises/#{promise[:id]}")
      expect(api(:get, "/api/pupils/#{pupil[:id]}")[:promises].map { _1[:title] }).to eq(['Bring the concert list'])
      api(:post, "/api/pupils/#{pupil[:id]}/promises", { kind: 'skill', ref: 'flying' })
      expect([status, error[:where][:field]]).to eq([422, 'ref'])
    end
  end

  describe 'a lesson' do
    it 'begins with the plan as it stands, and is found again after a reload' do
      lesson = begin_lesson
      expect([status, lesson[:status], ids(lesson)]).to eq([201, 'running', ids(plan)])
      expect(lesson[:items].first).to include(kind: 'warm-up', steps: be_an(Array))
      expect(lesson[:items].find { _1[:kind] == 'first' }).to include(skill: 'body.ready', faults: be_an(Array), checks: be_an(Array),
                                                                              also: [a_hash_including(skill: 'body.hold-up', faults: be_an(Array))])
      mark(pupil, skill: 'body.ready', value: 2, lesson_id: lesson[:id], key: 'lesson-0001')
      api(:put, "/api/lessons/#{lesson[:id]}", { clock: { at: 1, seconds: [{ id: 'warm-up', seconds: 130 }] }, note: 'Cheerful.' })
      again = begin_lesson
      expect(again).to include(id: lesson[:id], note: 'Cheerful.', items: lesson[:items], clock: { seconds: { 'warm-up': 130 }, at: 1, reached: [] })
      expect(again[:marks].map { [_1[:skill], _1[:value]] }).to eq([['body.ready', 2]])
      save(minutes: 20)
      expect([status, error[:message]]).to match([422, /has begun/])
      expect(plan[:items].map { _1[:id] }).to eq(ids(lesson)) # as it was, whatever was marked meanwhile
    end

    it 'has the scale at hand that a skill is about' do
      teach(pupil, 'rhythm.eighths', 'left.steps', 'crossing.next', 'scale.first', days: [9, 5])
      lines = begin_lesson(minutes: 45)[:items].to_h { [_1[:skill], _1[:line]] }.compact
      expect(lines).to match('scale.three-keys' => include(keys: ['D major', 'G major', 'A major'], begins: 'open', slur: '1'))
      expect(lines.values.first.keys).to match_array(Fawnmoss::Path::Line.members)
    end

    it 'that was begun by mistake is a plan again; what was marked is struck out with it, when that is said' do
      lesson = begin_lesson
      expect(api(:delete, "/api/lessons/#{lesson[:id]}")).to include(status: 'planned', items: [])
      save(minutes: 20, lock_version: plan[:lesson][:lock_version])
      expect([status, plan[:minutes]]).to eq([200, 20])
      begin_lesson
      mark(pupil, skill: 'body.ready', value: 2, lesson_id: lesson[:id])
      api(:delete, "/api/lessons/#{lesson[:id]}")
      expect([status, error[:message], error[:remedy]]).to eq([422, 'This lesson has a mark.', 'End it, or strike them out with it.'])
      expect(api(:delete, "/api/lessons/#{lesson[:id]}?strike=yes")).to include(status: 'planned', marks: [])
      expect(api(:get, "/api/pupils/#{pupil[:id]}")[:marks]).to match([a_hash_including(struck: true, note: 'the lesson was taken back')])
    end

    it 'fits what is still to come into the minutes left' do
      teach(pupil, 'rhythm.eighths', 'left.steps', 'crossing.next', 'scale.first', days: [9, 5])
      lesson = begin_lesson
      later = api(:post, "/api/lessons/#{lesson[:id]}/refit", { from: 2, minutes: 9 })
      expect(ids(later)).to eq(ids(lesson))
      expect(later[:items].drop(2).sum { _1[:minutes] }).to eq(9)
      expect(later[:items].first(2)).to eq(lesson[:items].first(2))
      late = api(:post, "/api/lessons/#{lesson[:id]}/refit", { from: 2, minutes: 1 })
      expect(late[:items].drop(2).to_h { [_1[:id], _1[:minutes]] }.reject { |_, minutes| minutes.zero? }).to eq('card' => 1)
    end

    it 'ends with promises kept and the rest carried over' do
      api(:post, "/api/pupils/#{pupil[:id]}/promises", { title: 'Bring the list' })
      api(:post, "/api/pupils/#{pupil[:id]}/promises", { kind: 'skill', ref: 'body.care' })
      lesson = begin_lesson
      own = ids(lesson).grep(/\Aown/).first
      done = finish(lesson, spent: ['warm-up', own], carried: ['first body.ready', 'card'], note: 'Good.')
      expect(done).to include(status: 'done', note: 'Good.')
      promises = api(:get, "/api/pupils/#{pupil[:id]}")[:promises]
      expect(promises.map { [_1[:title], _1[:why]] }).to contain_exactly(['Care of bow and strings', 'promised'], ['Balanced and loose', 'not reached'], ['Set the work for home', 'not reached'])
      expect(api(:get, "/api/pupils/#{pupil[:id]}/plan?date=#{(today + 7).iso8601}")[:items].find { _1[:skill] == 'body.ready' }[:reasons].first).to eq("not reached on #{today.strftime('%-d %B')}")
    end

    it 'says the scales of the lesson in strings and fingers for home' do
      teach(pupil, 'rhythm.eighths', 'left.steps', 'crossing.next', 'scale.first', days: [9, 5])
      lesson = begin_lesson(minutes: 45)
      mark(pupil, skill: 'scale.three-keys', value: 1, lesson_id: lesson[:id])
      steps = api(:get, "/api/lessons/#{lesson[:id]}/home")[:items].find { _1[:title] == 'Three keys from open strings' }[:steps]
      expect(steps).to include('D major: D 0 1 high 2 3, A 0 1 high 2 3.', 'A major: A 0 1 high 2 3, E 0 1 high 2 3.', 'Slowly at first, later at 60.')
    end

    it 'drafts the work for home from the marks that stand, those of small things that share an item too' do
      lesson = begin_lesson
      mark(pupil, skill: 'body.ready', value: 0, lesson_id: lesson[:id])
      mark(pupil, skill: 'body.ready', value: 3, lesson_id: lesson[:id])
      mark(pupil, skill: 'body.hold-up', value: 1, lesson_id: lesson[:id])
      mark(pupil, skill: 'pluck.open', value: 2, lesson_id: lesson[:id])
      mark(pupil, skill: 'pluck.open', struck: true, lesson_id: lesson[:id])
      titles = api(:get, "/api/lessons/#{lesson[:id]}/home")[:items].to_h { [_1[:title], _1[:steps].size] }
      expect(titles.keys).to include('Balanced and loose', 'The instrument rests by itself')
      expect(titles.keys).not_to include('Plucked open strings')
      expect(titles['The instrument rests by itself']).to be > titles['Balanced and loose'] # with help: the remedy comes along
    end

    it 'drafts the work for home from what happened, minutes adding up to the pupil’s day, and issues it' do
      lesson = begin_lesson
      mark(pupil, skill: 'body.ready', value: 1, lesson_id: lesson[:id])
      finish(lesson, spent: ['warm-up'])
      draft = api(:get, "/api/lessons/#{lesson[:id]}/home")
      expect(draft).to include(minutes_per_day: 15, days_per_week: 6, until: (today + 7).iso8601, charts: [])
      expect(draft[:items].sum { _1[:minutes] }).to eq(15)
      expect(draft[:items].map { [_1[:kind], _1[:title]] }).to eq([['warm-up', 'Warm up'], ['skill', 'Balanced and loose']])
      expect(draft[:items].last[:steps].join(' ')).to include('Stand like a tree in a light wind', 'Rock from foot to foot')
      card = api(:post, "/api/lessons/#{lesson[:id]}/cards", { note: 'Every day a little.' })
      expect([status, card[:chart_id], card[:title]]).to eq([201, nil, "Practice after #{today.strftime('%-d %B')}"])
      expect(card[:body]).to include(chart: nil, instrument: 'violin', note: 'Every day a little.', items: draft[:items])
      api(:get, "/api/link/#{card[:link][:path].split('/').last}")
      expect(status).to eq(200)
      edited = api(:post, "/api/lessons/#{lesson[:id]}/cards", { items: [{ kind: 'skill', title: 'Stand', steps: ['Like a tree.'], minutes: 15, bars: [], tempi: [] }] })
      expect(edited[:body][:items].map { _1[:title] }).to eq(['Stand'])
      FawnmossServer::Models::Pupil[pupil[:id]].update(birth_year: today.year - 30) # to a grown pupil it is said as it is
      steps = api(:get, "/api/lessons/#{lesson[:id]}/home")[:items].last[:steps]
      expect(steps.first(2)).to match([/\AStand on both feet/, /\AListen and look for: Weight on both sides/])
    end

    it 'issues the work with a tune’s chart when asked, only with the pupil’s own' do
      chart = open_chart(pupil:)
      api(:post, "/api/charts/#{chart[:id]}/cards", {})
      lesson = begin_lesson
      finish(lesson, spent: ids(lesson))
      draft = api(:get, "/api/lessons/#{lesson[:id]}/home")
      expect(draft[:charts]).to eq([{ id: chart[:id], title: 'Steps' }])
      card = api(:post, "/api/lessons/#{lesson[:id]}/cards", { chart_id: chart[:id] })
      expect([card[:title], card[:body][:chart][:notes].size, card[:body][:items]]).to eq(['Steps', 6, draft[:items]])
      other = open_chart(pupil: add_pupil('Other'), tune: add_tune('D E|', title: 'Two'))
      api(:post, "/api/lessons/#{lesson[:id]}/cards", { chart_id: other[:id] })
      expect([status, error[:where][:field]]).to eq([422, 'chart_id'])
    end

    it 'begins for a pupil with nothing or everything known, in 5 and in 180 minutes' do
      expect(begin_lesson(minutes: 5)[:items].sum { _1[:minutes] }).to be_between(1, 5)
      master = add_pupil('Master')
      teach(master, *FawnmossServer.catalogue.path('violin').ids, days: [30, 20, 2], value: 3)
      long = api(:post, "/api/pupils/#{master[:id]}/lessons", { minutes: 180 })
      expect([status, long[:items].sum { _1[:minutes] }]).to match([201, be_between(5, 180)])
    end

    it 'is not there for another studio' do
      lesson = begin_lesson
      log_in('berta@example.test', studio: 'Elsewhere')
      asked = { [:get, "/api/lessons/#{lesson[:id]}"] => nil, [:put, "/api/lessons/#{lesson[:id]}"] => { note: 'x' }, [:post, "/api/lessons/#{lesson[:id]}/finish"] => {},
                [:get, "/api/lessons/#{lesson[:id]}/home"] => nil, [:post, "/api/lessons/#{lesson[:id]}/cards"] => {}, [:get, "/api/pupils/#{pupil[:id]}/plan"] => nil,
                [:put, "/api/pupils/#{pupil[:id]}/plan"] => { date: today.iso8601 }, [:post, "/api/pupils/#{pupil[:id]}/lessons"] => {}, [:post, "/api/pupils/#{pupil[:id]}/promises"] => { title: 'x' } }
      asked.each { |(method, path), body| api(method, path, body) && (expect([path, status]).to eq([path, 404])) }
    end
  end
end
