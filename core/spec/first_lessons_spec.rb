# frozen_string_literal: true

require_relative 'spec_helper'

# What a beginner's first lessons hold: the guide's page on the path ("A first lesson is a lesson"); the steps are ours.
RSpec.describe Fawnmoss::Path::FirstLessons do
  include PathSteps

  let(:map) { catalogue.path('violin') }
  let(:first) { catalogue.first_lessons }

  # Six lessons a week apart, everything marked with one value; returns the lessons.
  def lessons(id, value: 2, minutes: 30, age: 6, schools: %w[french 1-2-4], count: 6)
    path = catalogue.path(id, schools)
    given = []
    Array.new(count) do |week|
      day = today + (7 * week)
      at = Fawnmoss::Path::Plan::Situation.build(path, today: day, minutes:, marks: given, first_lessons: first, age:)
      Fawnmoss::Path::Plan.for(at).tap { |lesson| given += lesson.items.flat_map(&:skills).map { given_mark(_1, value, day) } }
    end
  end

  def given_mark(skill, value, day) = Fawnmoss::Path::Mark.new(skill:, value:, on: day, note: nil, checks: [], source: 'lesson')
  def areas(lesson) = lesson.items.flat_map(&:skills).map { _1[/\A\w+/] }.uniq

  it 'move, hold the bow, sound, keep a beat and sing, each of the first four, on every instrument and in every hold' do
    [['violin'], ['viola'], ['cello'], ['bass', %w[french 1-2-4]], ['bass', %w[german 1-2-3-4]]].each do |id, schools|
      taught = lessons(id, **(schools ? { schools: } : {}))
      taught.first(4).each do |lesson|
        expect(areas(lesson)).to include('bow', 'rhythm').or include('bow', 'pluck')
        expect(areas(lesson) & %w[pluck sound]).not_to be_empty
        expect(lesson.items.map(&:id)).to include('warm-up', 'free play', 'card')
      end
      skills = taught.map { |lesson| lesson.items.flat_map(&:skills) }
      expect(skills[0]).to include('body.ready', 'body.hold-up', 'pluck.open', 'body.care')
      expect(skills[1..2].flatten).to include('sound.start')
      expect(skills[3..5].flatten).to include('left.first')
      expect(skills.drop(1).flatten).not_to include('body.care') # shown once and done
      expect(taught.map(&:spare)).to all(eq(0))
    end
  end

  it 'give a child under eight nothing over five minutes, and others more' do
    longest = ->(age) { lessons('violin', age:, minutes: 45).flat_map { |lesson| lesson.items.map(&:minutes) }.max }
    expect([longest.call(7), longest.call(8)]).to match([5, be > 5])
  end

  it 'share an item among small things, say what rests on what, and stay with a step until all of it has been marked' do
    opening = lessons('violin', count: 1).first
    shared = opening.items.find { _1.skill == 'body.ready' }
    expect(shared.also).to match([a_hash_including(skill: 'body.hold-up', title: 'The instrument rests by itself', checks: include('Left hand can wave'))])
    expect(opening.items.find { _1.skill == 'pluck.open' }.reasons).to eq(['sound', 'rests on The instrument rests by itself, not steady yet: help with your own hands'])
    expect(lessons('violin', value: 0, count: 3).map { |lesson| lesson.items.flat_map(&:skills) & %w[body.ready pluck.open sound.set] }).to all(eq(%w[body.ready pluck.open]))
    half = Fawnmoss::Path::Plan::Situation.build(map, today:, minutes: 30, marks: marks('body.ready', '7:2'), first_lessons: first)
    expect(Fawnmoss::Path::Plan.for(half).items.find { _1.reasons.first == 'body' }).to have_attributes(skill: 'body.hold-up', also: [])
    expect(lessons('violin', value: 1, count: 3).last.items.flat_map(&:skills)).to include('sound.start')
  end

  it 'take in what the teacher adds or promised, besides' do
    promised = Fawnmoss::Path::Plan::Promise.new(kind: 'skill', ref: 'bow.slur', title: 'Two notes in one bow', on: today - 7, why: 'promised')
    wishes = Fawnmoss::Path::Plan::Wishes.build(added: ['scale.first'])
    lesson = Fawnmoss::Path::Plan.for(Fawnmoss::Path::Plan::Situation.build(map, today:, minutes: 45, promises: [promised], wishes:, first_lessons: first))
    expect(lesson.items.map(&:id)).to include('new bow.slur', 'new scale.first', 'first body.ready')
    expect(lesson.warnings.size).to eq(2)
  end

  it 'are not for somebody who has other things already, and end when every step has been marked' do
    at = ->(list) { Fawnmoss::Path::Plan::Situation.build(map, today:, minutes: 30, marks: list, first_lessons: first) }
    expect([at.call([]).first?, at.call(marks('bow.slur', '3:2')).first?, at.call(steady('bow.slur', 'scale.first', 'tune.steps')).first?]).to eq([true, true, false])
    done = first.strands.flat_map { _1.steps.flatten }.flat_map { marks(_1, '3:1') }
    expect([at.call(done).first?, at.call(done.drop(1)).first?]).to eq([false, true])
  end

  it 'refuse a list that names what is no skill' do
    entries = { 'strands' => [{ 'name' => 'body', 'minutes' => [1, 2, 3], 'steps' => [['body.reddy']] }], 'play' => {}, 'free' => [] }
    expect { described_class.read(entries, catalogue.skills) }.to raise_error(Fawnmoss::InvalidInput, /body\.reddy, which is no skill/)
  end
end
