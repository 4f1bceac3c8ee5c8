# frozen_string_literal: true

require_relative 'spec_helper'
require 'tmpdir'

# The stages, and what differs between instruments: the guide's page on the path.
RSpec.describe 'the skills of the path' do
  let(:path) { Fawnmoss::Path }
  let(:stages) { ['Ready', 'Bow hand', 'Pluck', 'Open strings', 'Rhythm', 'Left hand', 'Patterns', 'Scales', 'Tunes', 'Bow craft', 'Positions'] }

  def bass(*schools) = catalogue.path('bass', schools)

  it 'cover the eleven stages on every instrument, in order' do
    Fawnmoss::Catalogue::INSTRUMENTS.each do |id|
      map = catalogue.path(id)
      expect(map.skills.map(&:stage).uniq).to eq(stages), id
      expect(map.skills.size).to be >= 70
    end
  end

  it 'say what to do, what to look for and what to do about usual faults, and never in the same words' do
    catalogue.skills.each do |skill|
      expect([skill.task.size, skill.checks.size, skill.faults.size, skill.days]).to match([be_between(50, 420), be_between(2, 4), be_between(1, 3), be_between(1, 60)]), skill.id
      expect(skill.checks + skill.faults.flat_map(&:values)).to all(match(/\A[A-Z]/)), skill.id
    end
    expect(catalogue.skills.map(&:task).uniq.size).to eq(catalogue.skills.size)
    expect(catalogue.skills.map(&:name).uniq.size).to eq(catalogue.skills.size)
  end

  it 'carry the cautions where the strain is' do
    with = catalogue.skills.select(&:caution).map(&:id)
    expect(with).to include('body.ready', 'bow.hold', 'bow.walk', 'bow.little-finger', 'left.shape', 'left.tap', 'left.block', 'left.four-semitones', 'left.stretch', 'pattern.apart', 'body.care')
  end

  it 'have everything that charts ask for' do
    constants = Fawnmoss::Analysis::Demands.constants.map { Fawnmoss::Analysis::Demands.const_get(_1) }
    asked = constants.flat_map(&:values) + catalogue.drills.values.flat_map(&:skills)
    expect(asked - catalogue.skills.map(&:id)).to be_empty
  end

  it 'differ for the double bass: hold, hand, next string instead of next finger' do
    expect(bass('french', '1-2-4').ids).to include('bow.hold', 'left.block', 'left.next-string', 'body.turn', 'pluck.alternate')
    expect(bass('french', '1-2-4').ids).not_to include('bow.hold-german', 'left.four-semitones', 'left.first-fingers', 'left.fourth', 'pattern.2-3-close')
    german = bass('german', '1-2-3-4')
    expect(german.ids).to include('bow.hold-german', 'bow.frog-german', 'left.four-semitones')
    expect(german.ids & %w[bow.hold bow.little-finger-beside left.block]).to be_empty
    expect(german['sound.set'].needs).to eq(%w[bow.hold-german body.hold-up body.care])
    expect(german['bow.thumb'].task).to start_with('The thumb lies on top of the stick')
    expect(bass('french', '1-2-4')['bow.thumb'].task).to start_with('Tip of the thumb against the stick')
  end

  it 'differ for the cello: it sits, extends its hand and goes to second position first' do
    cello = catalogue.path('cello')
    expect(cello['body.hold-up'].task).to include('chair')
    expect(cello['position.next'].name).to eq('Living in second position')
    expect(cello['left.stretch'].name).to eq('Extended hand')
    expect(cello.ids & %w[left.fourth pattern.2-3-close left.two bow.little-finger]).to be_empty
  end

  it 'ask the longer strings for a quicker octave in one bow, and the bass for its own steps on a string' do
    expect(%w[violin viola cello bass].map { catalogue.path(_1)['scale.slur-8'].tempo }).to eq([80, 80, 96, 108])
    expect(bass('french', '1-2-4')['left.steps'].task).to start_with('Open, one, four up one string')
    expect(bass('german', '1-2-4')['bow.portato'].faults.first[:remedy]).to include('hand turn')
    expect(bass('german', '1-2-4')['ornament.trill'].task).to include('three behind it')
    expect(bass('german', '1-2-3-4')['ornament.trill'].task).not_to include('three behind it')
  end

  it 'have scales that can be played where the pupil is then, on every instrument' do
    Fawnmoss::Catalogue::INSTRUMENTS.each do |id|
      own = instrument(id)
      positions = own.positions.fetch('simple')
      lines = catalogue.path(id).skills.filter_map(&:line)
      charts = lines.flat_map do |line|
        line.keys.map do |name|
          wish = line.to_h.slice(:kind, :octaves, :begins, :to)
          Fawnmoss::Practice::Scale.new(instrument: own, key: key(name), positions:, rhythm: Fawnmoss::Practice::Rhythm.named(line.rhythm),
                                                      slur: Fawnmoss::Practice::SlurSteps.parse(line.slur), **wish).exercise.chart(catalogue, instrument: own, positions:)
        end
      end
      expect([charts.size, charts.grep(Fawnmoss::Chart::Chart)]).to match([be >= 14, charts]), id
    end
    first = catalogue.path('cello')['scale.first'].line
    expect(first).to have_attributes(keys: ['D major'], begins: 'open', rhythm: 'twice')
  end

  # The guide's page on instruments: 4 stands five semitones above the open string in a cello's first position, seven in its second.
  it 'say of the fourth finger what can be heard: the octave below in first position, the open string above in second' do
    cello = instrument('cello')
    fourth = ->(position) { Fawnmoss::Fingering::Candidates.new(cello, [position]).for(pitch(position == '1' ? 'G3' : 'A3')).find { _1.finger == 4 && cello.string_names[_1.string] == 'D' && _1.placement != :extended } }
    expect([fourth.call('1'), fourth.call('2')].map(&:semitones)).to eq([5, 7])
    expect(catalogue.path('cello')['left.fourth-low']).to have_attributes(task: include('G on the D string with open G'), checks: include('Rings with the octave below'))
    expect(catalogue.path('cello')['position.next'].checks).to include('Four matches the open string')
    expect(catalogue.path('bass', %w[german 1-2-4])['bow.flex'].checks).to include('Hand swings freely')
  end

  it 'are the violin’s for the viola' do
    expect(catalogue.path('viola').ids).to eq(catalogue.path('violin').ids)
  end

  it 'never stand before what they need when a pupil takes them in order' do
    Fawnmoss::Catalogue::INSTRUMENTS.each do |id|
      map = catalogue.path(id)
      ordered = map.in_order(map.ids)
      expect(ordered.each_with_index.reject { |skill, at| (map[skill].needs - ordered.first(at)).empty? }).to be_empty
    end
  end

  it 'can all be reached: proposal by proposal the whole path is learnt' do
    map = catalogue.path('violin')
    had = []
    while (one = path::NextSkills.new(map, path::States.new([], today: Date.new(2026, 3, 9)), also: had).list(1).first)
      had << one.skill.id
    end
    expect(had.sort).to eq(map.ids.sort)
  end

  describe 'a list that does not hang together' do
    def refused(yaml)
      Dir.mktmpdir do |folder|
        Dir.mkdir(File.join(folder, 'skills'))
        File.write(File.join(folder, 'skills/01-x.yml'), "stage: S\narea: a\nskills:\n#{yaml}")
        path::SkillReader.read(FawnmossData.skills(folder))
      end
      nil
    rescue Fawnmoss::InvalidInput => e
      e.text
    end

    def entry(id, **more)
      given = { 'name' => id, 'task' => 'do', 'checks' => ['C'], 'faults' => { 'F' => 'r' }, 'days' => 1, **more.transform_keys(&:to_s) }
      ["  - id: #{id}", *given.compact.map { |key, value| "    #{key}: #{JSON.generate(value)}" }].join("\n").concat("\n")
    end

    before { require 'json' }

    it 'is refused with file and line' do
      expect(refused(entry('a') + entry('b', needs: ['a']))).to be_nil
      expect(refused(entry('a', needs: ['b']) + entry('b', needs: ['a']))).to eq('file skills/01-x.yml, line 4: skill a needs run in a circle: a, b. Mend the list.')
      expect(refused(entry('a') + entry('b', needs: ['c']))).to eq('file skills/01-x.yml, line 10: skill b needs c, which is no skill. Mend the list.')
      expect(refused(entry('a', needs: ['a']))).to include('circle')
      expect(refused(entry('a') + entry('a'))).to include('line 10: skill a stands there twice')
    end

    it 'is refused for every missing text, unknown instrument, school or empty variant' do
      %w[name task checks faults days].each { |name| expect(refused(entry('a', name.to_sym => nil))).to match(/line 4: skill a has no #{name}/) }
      expect(refused(entry('a', instruments: ['kazoo']))).to include('unknown instruments kazoo')
      expect(refused(entry('a', school: 'martian'))).to include('unknown school martian')
      expect(refused(entry('a', variants: [{ instruments: ['bass'] }]))).to include('variant that changes nothing')
      expect(refused(entry('a', scale: { keys: ['H dur'] }))).to include('line 4: skill a has a scale that cannot be: "H dur" is not a key')
      expect(refused(entry('a', scale: { keys: ['C major'], octaves: 9 }))).to include('9 is not possible')
      expect(refused(entry('a', scale: { octaves: 1 }))).to include('missing keyword: :keys')
      expect(refused(entry('a', tempo: 'brisk'))).to include('tempo brisk, not 20 to 240')
      expect(refused(entry('a', variants: [{ instruments: ['bass'], tempo: 8 }]))).to include('tempo 8, not')
      expect(refused("  - name: x\n")).to match(/line 4: skill a skill has no id|has no id/)
    end
  end

  describe 'as a studio teaches them' do
    let(:shipped) { catalogue.skills }
    let(:change) { path::Change }

    def studio(*changes) = path::StudioPath.new(changes, shipped).skills
    def updated(id, **texts) = shipped.map { _1.id == id ? _1.copy(**texts) : _1 }

    it 'are hidden, and what needed a hidden one needs what that needed' do
      skills = studio(change.hide('bow.thumb'))
      expect(skills.map(&:id)).not_to include('bow.thumb')
      expect(skills.find { _1.id == 'bow.first-finger' }.needs).to eq(['bow.fall'])
    end

    it 'are moved, reworded and added to' do
      own = shipped.first.copy(id: 'own.1', name: 'Bow like a paint brush', needs: ['bow.hold'], variants: [], own: true)
      skills = studio(change.move('body.care', after: 'bow.hold'), change.move('rhythm.beat', after: ''), change.reword('body.ready', name: { now: 'Tall and easy', was: 'Balanced and loose' }),
                      change.add(own, after: 'bow.flex'), change.move('bow.walk', after: 'gone'))
      ids = skills.map(&:id)
      expect(ids.first).to eq('rhythm.beat')
      expect(ids[ids.index('bow.hold') + 1]).to eq('body.care')
      expect(ids[ids.index('bow.flex') + 1]).to eq('own.1')
      expect(skills.find { _1.id == 'body.ready' }.name).to eq('Tall and easy')
      expect(skills.map(&:order)).to eq((0...skills.size).to_a)
    end

    it 'follow every update where the studio said nothing, and keep its words where it did' do
      words = change.reword('bow.hold', task: { now: 'My way.', was: shipped.find { _1.id == 'bow.hold' }.task })
      update = updated('bow.hold', name: 'Bow hold', task: 'A better text than before.')
      found = path::StudioPath.new([words], update).skills.find { _1.id == 'bow.hold' }
      expect(found).to have_attributes(name: 'Bow hold', task: 'My way.')
      expect(path::StudioPath.new([words], update).notices.map(&:to_h)).to eq([{ skill: 'bow.hold', text: :task, own: 'My way.', shipped: 'A better text than before.', was: words.texts[:task][:was] }])
      expect(path::StudioPath.new([words], shipped).notices).to eq([])
      expect(path::StudioPath.new([words], updated('bow.hold', task: 'My way.')).notices).to eq([])
    end

    it 'speak the studio’s words on every instrument' do
      words = change.reword('body.hold-up', task: { now: 'Our way.', was: '' })
      map = path::SkillMap.for(studio(words), 'cello', ['french'])
      expect(map['body.hold-up']).to have_attributes(task: 'Our way.', checks: include('Knees do not grip'))
    end
  end

  it 'says every skill to a child in a short sentence of its own, and knows what its marks mean' do
    said = catalogue.skills.map(&:say)
    expect(said).to all(match(/\A\p{Lu}.{10,120}[.!?]\z/))
    expect(said.uniq.size).to eq(catalogue.skills.size)
    scales = catalogue.skills.to_h { [_1.id, _1.scale] }
    expect(scales.values_at('body.ready', 'bow.hold', 'left.wrist', 'left.first', 'scale.first')).to eq(%w[habit habit habit playing playing])
  end
end
