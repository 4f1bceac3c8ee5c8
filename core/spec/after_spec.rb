# frozen_string_literal: true

require_relative 'spec_helper'

# What follows a lesson and a term: the guide's pages on the path and on practice.
RSpec.describe 'after the lesson' do
  include PathSteps

  let(:map) { catalogue.path('violin') }

  describe 'the work for home' do
    def outcome(kind, skill: nil, tune: nil, value: nil, reached: true)
      item = Fawnmoss::Path::Plan::Item.new(id: "#{kind} #{skill || tune}", kind:, title: skill ? map[skill].name : 'Play Brook Song', minutes: 4, reasons: [],
                                                   skill:, tune:, tune_title: tune && 'Brook Song', words: 'Bars 3 and 4: crossing', checks: [])
      Fawnmoss::Path::HomeDraft::Outcome.new(item:, value:, reached:)
    end

    def draft(*outcomes, minutes: 20, **more) = Fawnmoss::Path::HomeDraft.plan(outcomes, map:, minutes:, **more)
    def routine = Fawnmoss::Practice::Routine.new(catalogue.warm_ups, instrument: 'violin', schools: ['french'], age: 9).steps(minutes: 2)

    it 'adds up to the pupil’s day, whatever happened' do
      random = Random.new(3)
      60.times do
        outcomes = Array.new(random.rand(0..9)) { outcome('review', skill: map.ids.sample(random:), value: [nil, 0, 1, 2, 3].sample(random:), reached: random.rand < 0.8) }.uniq { _1.item.skill } << outcome('tune', tune: 3)
        minutes = random.rand(3..60)
        plan = draft(*outcomes, minutes:, warm_up: random.rand < 0.5 ? routine : [])
        expect([plan.items.sum(&:minutes), plan.items.map(&:minutes).min, plan.items.size]).to match([minutes, be >= 1, be <= 6])
      end
    end

    it 'gives what is new or wobbled more time, with the remedy, and the warm-up no more than it needs' do
      plan = draft(outcome('review', skill: 'bow.slur', value: 3), outcome('new', skill: 'scale.first', value: 1), outcome('tune', tune: 3, reached: false), warm_up: routine, tempo: { 'scale.first' => 44 })
      expect(plan.items.map { [_1.kind, _1.title] }).to eq([['warm-up', 'Warm up'], ['skill', 'Two notes in one bow'], ['skill', 'One octave from an open string'], ['run', 'Brook Song']])
      expect(plan.items.map(&:minutes)).to match([3, be < 5, be > 5, be_between(4, 8)])
      expect(plan.items[2].steps.join(' ')).to include('From 44 toward 60', map['scale.first'].faults.first[:remedy])
      expect(plan.items[1].steps.join(' ')).not_to include(map['bow.slur'].faults.first[:remedy])
      expect(plan.items.last.steps).to eq(['Once through as music, without stopping.'])
      expect(draft(outcome('new', skill: 'scale.first', value: 1)).items.first.steps).to include('Slowly at first, later at 60.', 'Gets lost on the way down? Play down first, from the top, before going up.')
      expect(draft(outcome('spots', tune: 3), outcome('tune', tune: 3)).items.last.steps).to eq(['First the spots: Bars 3 and 4: crossing.', 'Then once through as music, without stopping.'])
    end

    it 'takes "with help" for wobbled, and "alone, slow" for steady' do
      remedy = map['bow.slur'].faults.first[:remedy]
      said = [0, 1, 2, 3, nil].map { |value| draft(outcome('review', skill: 'bow.slur', value:)).items.first.steps.join(' ').include?(remedy) }
      expect(said).to eq([true, true, false, false, false])
    end

    it 'says scales in strings and fingers, for whoever helps at home' do
      said = ->(id, skill, **more) { catalogue.path(id, ['french', '1-2-4'])[skill].line.in_fingers(catalogue, instrument: instrument(id), positions: instrument(id).positions.fetch('simple'), **more) }
      expect(said.call('violin', 'scale.three-keys').first(2)).to eq(['D major: D 0 1 high 2 3, A 0 1 high 2 3.', 'G major: G 0 1 high 2 3, D 0 1 high 2 3.'])
      expect(said.call('cello', 'scale.first')).to eq(['D major: D 0 1 3 4, A 0 1 3 4.'])
      expect(said.call('bass', 'scale.flats').first).to eq('F major: half position: E 1 4, A 0 1 4, D 0 2 4.')
      fingers = { 'scale.first' => ['D major: D 0 1.'] }
      expect(draft(outcome('new', skill: 'scale.first', value: 1), fingers:).items.first.steps[1]).to eq('D major: D 0 1.')
    end

    it 'leaves out what the lesson did not reach, and what is too much for a day, and says what' do
      many = map.ids.first(8).map { outcome('review', skill: _1, value: 2) }
      plan = draft(*many, outcome('review', skill: 'bow.slur', reached: false), minutes: 10)
      expect(plan.items.size + plan.left_out.size).to eq(8)
      expect(plan.left_out).not_to include('Two notes in one bow')
      expect { draft(minutes: 2) }.to raise_error(Fawnmoss::InvalidInput, /out of range/)
    end
  end

  describe 'the term report' do
    def report(marks, **more) = Fawnmoss::Path::TermReport.new(name: 'Wren', map:, marks:, from: today - 100, to: today, **more).parts.to_h { [_1.heading, _1.sentences] }

    it 'says what became secure, steady, was begun and kept up, and what comes next' do
      had = marks('body.ready', '60:2 50:3 40:3 20:3 5:3') + marks('body.shoulders', '20:2 5:2') + marks('body.hold-up', '10:1') + marks('bow.fall', '150:1 20:1')
      said = report(had, lessons: [today - 60, today - 20, today - 20, today - 5], practice: { today - 4 => 20, today - 3 => 0, today - 2 => 10 }, tunes: [{ title: 'Fern', value: 3, on: today - 5 }, { title: 'Moss', value: 1, on: today - 2 }, { title: 'Old', value: 3, on: today - 300 }])
      expect(said).to match('Lessons and practice' => [/Wren was here 3 times/, /on 2 days, 30 minutes together/], 'Learnt this term' => [/go by themselves.*balanced and loose\./, /when taken slowly: shoulders that hang\./],
                            'In the making' => [/begun the instrument rests by itself/, /stayed with the hand falls on the stick/], 'Tunes' => ['Wren can play Fern, alone and in time.', 'In work: Moss.'], 'Next' => [/What comes next: /])
    end

    it 'has something kind to say of an empty term, and of a finished path' do
      expect(report([])).to eq('Lessons and practice' => ["We have no lessons written down between #{(today - 100).strftime('%-d %B %Y')} and #{today.strftime('%-d %B %Y')}."], 'Next' => ['What comes next: balanced and loose and care of bow and strings.'])
      all = map.ids.flat_map { marks(_1, '20:3 10:3 2:3') }
      expect(report(all)['Next']).to eq(['Everything on the path is steady; from here on it is tunes.'])
    end
  end

  it 'shows tempi against their goals, and practice planned and told' do
    list = [mark('scale.first', 2, 9, tempo: 50), mark('scale.first', 2, 2, tempo: 56), mark('bow.slur', 2, 1)]
    expect(Fawnmoss::Path::Progress.tempi(list, 'scale.first' => 60).map { [_1.about, _1.goal, _1.points] }).to eq([['scale.first', 60, [[today - 9, 50], [today - 2, 56]]]])
    weeks = Fawnmoss::Path::Progress.practised({ today => 10, (today - 6) => 5, (today - 7) => 20 }, 90, today:, weeks: 2)
    expect(weeks.map { [_1.planned, _1.reported] }).to eq([[90, 20], [90, 15]])
  end
end
