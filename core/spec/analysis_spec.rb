# frozen_string_literal: true

require_relative 'spec_helper'

# Check values: the guide's page on intonation; common practice, no source.
RSpec.describe Fawnmoss::Analysis do
  def hand_map(id, name) = described_class::HandMap.new(instrument(id)).for(key(name))

  it 'finds where the semitone lies on every string' do
    expect(hand_map('violin', 'G major')).to eq('G' => '2-3 close', 'D' => '2-3 close', 'A' => '1-2 close', 'E' => '1-2 close')
    expect(hand_map('violin', 'D major')).to eq('G' => '3-4 close', 'D' => '2-3 close', 'A' => '2-3 close', 'E' => '1-2 close')
    expect(hand_map('violin', 'A major')).to eq('G' => '3-4 close', 'D' => '3-4 close', 'A' => '2-3 close', 'E' => '2-3 close')
    expect(hand_map('violin', 'F major')).to match('G' => '1-2 close', 'D' => '1-2 close', 'A' => /\Alow 1/, 'E' => /\Alow 1/)
  end

  it 'says closed or extended for the cello, 1-2 or 1-4 for the bass' do
    expect(hand_map('cello', 'G major')).to eq('C' => 'extended, 1-2-4', 'G' => 'closed, 1-3-4', 'D' => 'closed, 1-3-4', 'A' => 'closed, 1-2-4')
    expect(hand_map('bass', 'G major')).to eq('E' => '1-2', 'A' => '1-2', 'D' => '1-4', 'G' => '1-4')
  end

  it 'names a finger the tune uses outside the key’s pattern' do
    expect(chart(tune('D E =F G|')).hand_map['D']).to eq('2-3 close, also low 2')
  end

  it 'finds the notes that ring' do
    ring = ->(id, *names) { names.map { described_class::Rings.ring(instrument(id), pitch(_1)) } }
    expect(ring.call('violin', 'G4', 'D5', 'A5', 'E4', 'A3', 'B4', 'C4', 'F#4')).to eq(%w[strong strong strong strong strong slight none none])
    expect(ring.call('viola', 'C4', 'G4', 'E4', 'F4')).to eq(%w[strong strong slight none])
    expect(ring.call('bass', 'E3', 'A3', 'B3', 'C3')).to eq(%w[strong strong none none])
  end

  it 'lists the ringing notes from the lowest string up' do
    list = described_class::Rings.list(instrument('violin'))
    expect(list.map { "#{_1.string}#{_1.finger}" }).to eq(%w[G1 G2 G4 D1 D3 D4 A1 A3 A4 E2 E3 E4])
    expect(list.map(&:written)).not_to include('C4') # third finger on the G string does not ring
    expect(described_class::Rings.list(instrument('bass')).map { "#{_1.string}#{_1.finger}" }).to eq(%w[E2 D1 G1])
  end

  it 'names the best check of a stopped note' do
    checks = chart(tune('A, D E G|A4|B4|', key: 'G'), pins: [pin('n5', finger: 4)]).entries.map { _1.check&.to_h }
    expect(checks).to eq([{ kind: 'octave', string: 'A' }, nil, { kind: 'octave', string: 'E' }, { kind: 'octave', string: 'G' }, { kind: 'unison', string: 'A' }, nil])
  end

  it 'finds bars that are the same, and bars that share a rhythm' do
    melody = tune('D E F2|G F E2|D E F2|A4|')
    expect(described_class::Sameness.bars(melody)).to eq([[1, 3]])
    expect(described_class::Sameness.rhythms(melody)).to eq([[1, 2, 3]])
  end

  it 'names what a tune asks for, with the bars' do
    demands = chart(tune('D|G A B c|d>c B A|G3|', key: 'G')).demand_bars
    expect(demands).to include('rhythm.pick-up' => [0], 'pattern.1-2-close' => [1, 2], 'rhythm.dotted' => [2], 'crossing.next' => [1, 3])
    expect(demands.keys).not_to include('left.fourth', 'bow.slur')
    expect(chart(tune('(D E) F G|'), version: 'full').demand_bars).to include('bow.slur' => [1])
  end

  it 'names hand maps of every position a chart uses' do
    solved = chart(tune('G A B c|d e f g|', key: 'G'), version: 'full', positions: ['3'])
    expect(solved.hand_maps).to match('3' => hash_including('D' => '3-4 close', 'A' => '3-4 close'))
    expect(described_class::HandMap.new(instrument('cello')).for(key('D major'), name: '2')['D']).to eq('closed, 1-2-4')
    expect(described_class::HandMap.new(instrument('bass')).for(key('C major'), name: '2')['G']).to eq('2-4')
  end

  it 'finds where a tune changes the pattern on a string' do
    solved = chart(tune('D E =F G|D E ^F G|', key: 'C'))
    expect(solved.to_h[:pattern_changes]).to eq([{ bar: 2, beat: '3', string: 'D', from: 'low 2', to: 'high 2' }])
    expect(chart(tune('D E F G|A B c d|', key: 'D')).pattern_changes).to be_empty
  end

  it 'finds bars that are one another moved' do
    expect(described_class::Sameness.transposed(tune('D E F2|E F G2|D E F2|G4|'))).to eq([[1, 2, 3]])
    expect(described_class::Sameness.transposed(tune('D4|E4|'))).to be_empty
  end

  it 'counts crossings, skips and crossings inside slurs by bar' do
    solved = chart(tune('D A G, D|(G A) D2|', key: 'D'), slurs: true)
    expect(solved.crossings.map(&:to_h)).to eq([{ bar: 1, crossings: 3, skips: 1, slurred: 0 }, { bar: 2, crossings: 2, skips: 0, slurred: 1 }])
  end

  it 'counts aloud: numbers with and, six in six eight, held beats in brackets, syllables' do
    say = ->(solved) { solved.entries.map { _1.say.values } }
    expect(say.call(chart(tune('D2 E/F/ G|', meter: '4/4')))).to eq([['1 (2)', 'ta-a'], %w[3 ti], %w[and ti], %w[4 ta]])
    expect(say.call(chart(tune('D2 E F3|', meter: '6/8', unit: '1/8'))).map(&:first)).to eq(['1 (2)', '3', '4 (5 6)'])
    expect(say.call(chart(tune('D>E F2|')))).to eq([['1 (2)', 'ta-i'], %w[and ti], ['3 (4)', 'ta-a']])
  end

  it 'names notes in the teacher’s language' do
    names = ->(kind) { %w[B4 Bb4 F#4 Eb4 Ab4].map { Fawnmoss::Theory::NoteNames.say(pitch(_1), kind) } }
    expect(names.call('letters')).to eq(%w[B Bb F# Eb Ab])
    expect(names.call('h-b')).to eq(%w[H B Fis Es As])
    expect(names.call('do')).to eq(%w[si sib fa# mib lab])
    expect { names.call('colours') }.to raise_error(Fawnmoss::InvalidInput)
  end

  # Cents from equal: 3/2 is 701.955, 5/4 386.314, 81/64 407.820 (standard acoustics, in the guide).
  it 'aims each note in cents under three temperaments' do
    target = ->(name, note, tonic) { Fawnmoss::Theory::Temperament.target(name, pitch(note), tonic) }
    expect([target.call('just', 'F#4', 'D'), target.call('just', 'A4', 'D'), target.call('just', 'B4', 'D')]).to eq([-13.7, 2.0, -15.6])
    expect([target.call('pythagorean', 'A4', 'D'), target.call('pythagorean', 'E5', 'D'), target.call('pythagorean', 'F#4', 'D'), target.call('pythagorean', 'F4', 'D')])
      .to eq([0.0, 2.0, 5.9, -7.8])
    expect(chart(tune('F4|')).entries.first.targets).to eq('equal' => 0.0, 'pythagorean' => 5.9, 'just' => -13.7)
  end

  describe 'phrases' do
    def phrases(body, **options) = chart(tune(body, **options)).phrases.map { "#{_1[:from]}-#{_1[:to]}" }

    it 'cuts after long notes, two to four bars each, overlapping by one note' do
      expect(phrases('D E F G|A2 A2|G F E F|D4|A G F E|F2 F2|E F E E|D4|')).to eq(%w[1:1-4:1 4:1-8:1])
    end

    it 'cuts before a pick-up, at rests, breaths and repeats' do
      expect(phrases('D|G A B|d2 B|c B A|G2 D|E F G|A2 B|A G F|G2|', meter: '3/4', key: 'G')).to eq(%w[0:3-4:1 4:1-8:1])
      expect(phrases('D E F z|G F E z|D E F z|G F D z|')).to eq(%w[1:1-2:3 2:3-4:3])
      expect(phrases('D E F G|A B A G:|A G F E|F E D2|')).to eq(%w[1:1-2:4 2:4-4:3])
    end

    it 'cuts where the teacher wants it, and passes over a note that is gone' do
      solved = chart(tune('D E F G|A2 A2|G F E F|D4|'), cuts: %w[n3 n99 n8])
      expect(solved.phrases.map { _1[:notes] }).to eq([%w[n1 n3], %w[n3 n8], %w[n8 n11]])
      expect(chart(tune('D E F G|'), cuts: []).phrases.map { _1[:notes] }).to eq([%w[n1 n4]])
    end

    it 'covers the tune without a hole, whatever it is' do
      demo_tunes.each do |score|
        solved = nearest(score, 'violin') or next
        ends = solved.phrases.map { [_1[:from], _1[:to]] }
        expect(ends.each_cons(2)).to all(satisfy { |a, b| a.last == b.first })
        first, last = solved.entries.values_at(0, -1).map { "#{_1.note.bar}:#{Fawnmoss::Score::Fraction.text(_1.count)}" }
        expect([ends.first.first, ends.last.last]).to eq([first, last])
      end
    end
  end

  describe 'spots' do
    it 'names bars, causes and drill, the worst first, and where they come again' do
      solved = chart(tune('D E F G|D A G, d|D E F G|D A G, d|A B c d|', key: 'D'))
      expect(solved.spots.first).to have_attributes(bars: [2], rank: 1, causes: start_with('skipped string'), again: [[4]])
      expect(solved.spots.first.drill.text).to start_with('Bow alone on the open strings')
      expect(solved.spots.flat_map(&:bars)).not_to include(4)
    end

    it 'lets the teacher drop a spot, make one, name it and write its drill' do
      melody = tune('D E F G|D A G, d|D E F G|D A G, d|A B c d|', key: 'D')
      mark = ->(bars, **more) { Fawnmoss::Chart::SpotMark.new(bars:, name: '', drill: '', dropped: false, **more) }
      expect(chart(melody, spots: [mark.call([2], dropped: true)]).spots.flat_map(&:bars)).not_to include(2)
      own = chart(melody, spots: [mark.call([1]), mark.call([2, 3], name: 'the jump', drill: 'Arm first.'), mark.call([4])]).spots
      expect(own.map { [_1.bars, _1.name, _1.words] }).to include([[2, 3], 'the jump', 'Arm first.'], [[1], '', start_with('Left hand plucked')])
      expect(own.map(&:bars)).not_to include([2])
      expect(own.find { _1.bars == [4] }.causes).to include('skipped string') # the same bar as 2
      expect(own.map(&:rank)).to eq((1..own.size).to_a)
    end

    it 'counts half of what the pupil already has' do
      melody = tune('D A D A|D E F G|', key: 'D')
      weights = [[], %w[crossing.next]].map { |had| chart(melody, had:).spots.map(&:weight).sum }
      expect(weights.last).to be < weights.first
    end

    it 'finds every kind of trouble' do
      causes = ->(solved) { solved.spots.flat_map(&:causes) }
      expect(causes.call(chart(tune('=F ^F =F ^F|E4|', key: 'D')))).to include('pattern change')
      expect(causes.call(chart(tune('(G, A) (D d)|', key: 'D'), version: 'full', pins: [pin('n4', string: 'A')]))).to include('crossing inside a slur')
      expect(causes.call(chart(tune('(3D/E/F/ (3D/E/F/ TG2|', key: 'D'), tempo: 160))).to include('triplet', 'fast notes', 'trill')
      expect(causes.call(chart(tune('G4|c4|', key: 'G'), version: 'full', positions: %w[1 3], pins: [pin('n1', position: '1'), pin('n2', position: '3')]))).to include('shift')
      expect(causes.call(chart(tune('b ^a4-|a3 b|', key: 'C', meter: '5/4')))).to include('fourth finger')
      expect(causes.call(chart(tune('vD2 vE2|vF2 vG2|'), tempo: 120))).to include('same direction', 'short of bow')
    end

    it 'has a drill for every cause the engine can name, each whole' do
      source = File.read(File.expand_path('../lib/fawnmoss/analysis/troubles.rb', __dir__))
      named = source.scan(/'([a-z -]+)'/).flatten.uniq
      expect(named - catalogue.drills.keys).to be_empty
      expect(catalogue.drills.values.map { [_1.steps.size, _1.times, _1.go_on.empty?] }).to all(satisfy { |steps, times, empty| steps.between?(1, 6) && times.between?(2, 10) && !empty })
      expect(catalogue.drills.values.flat_map(&:skills) - catalogue.skills.map(&:id)).to be_empty
      expect { described_class::Drill.table([{ 'cause' => 'x' }]) }.to raise_error(Fawnmoss::InvalidInput, /drill "x" has no/)
    end
  end

  describe 'marks derived from the path' do
    it 'labels a shift: which finger leads, on which bow' do
      words = lambda do |**options|
        chart(tune('A B c2|', key: 'C'), version: 'full', positions: %w[1 3], pins: [pin('n1', string: 'D', position: '3'), pin('n2', string: 'A', position: '1')], **options)
          .entries[1].shift.words
      end
      expect(words.call).to eq('Shift to first position: slide on finger 2, then place finger 1, on the old bow.')
      expect(words.call(shift: 'new', slide: 'new')).to eq('Shift to first position: slide on finger 1, the one that will play, on the new bow.')
      expect(words.call(shift: 'frame')).to eq('Shift to first position: set finger 1 of the new hand silently, then finger 1, on the old bow.')
    end

    it 'moves the hand during an open string or in a rest' do
      open = chart(tune('D4|G4|', key: 'G'), version: 'full', positions: %w[1 3], pins: [pin('n2', position: '3')])
      expect(open.entries[0].prepare).to eq('While it sounds, set the hand in third position.')
      rest, none = ['E2 z2|G4|', 'E4|G4|'].map { |body| chart(tune(body, key: 'G'), version: 'full', positions: %w[1 3], pins: [pin(body.include?('z') ? 'n3' : 'n2', position: '3')]) }
      expect([rest, none].map { _1.entries[1].shift.words }).to eq(['In the rest move the hand to third position and set finger 1.',
                                                                    'Shift to third position: finger 1 slides to its new place, on the old bow.'])
    end

    it 'prepares a stretch or a new pattern on the open string, a block before crossing down onto 4, a frame for low 2' do
      stretch = chart(tune('A,, B,, C, C,,|^C,4|', key: 'C'), 'cello', version: 'full', tempo: 72)
      expect(stretch.entries[3].prepare).to eq('While it sounds, set the stretch to finger 4.')
      block = chart(tune('G, F, E, D,|', key: 'G'), 'bass')
      expect(block.entries[1].prepare).to eq('Before crossing, place the block behind 4 together over the D string.')
      frame = chart(tune('F G =F G|', key: 'D'))
      expect(frame.entries[2].prepare).to eq('Set 1 and 3 first: low 2 stands beside 1.')
    end
  end

  it 'says what to see before playing: counting, note values, bars to learn, range, longest note, pick-up, strings' do
    seen = chart(tune('D|G A B|d2 B|G A B|A3|', meter: '3/4', key: 'G')).to_h[:reading]
    expect(seen).to eq(meter: 'count three', values: %w[halves quarters dots], learn: 4, play: 5, lowest: 'D4', highest: 'D5', first: 'D4', last: 'A4', longest: '4:1',
                       pickup: '1/4', strings: %w[D A])
    expect(chart(tune('(3D/E/F/ G E2|', meter: '4/4')).reading.values).to include('triplets')
    expect(chart(tune('D2 E F3|', meter: '6/8', unit: '1/8')).reading.meter).to eq('count six, feel two')
  end

  it 'asks only for skills that exist for the instrument' do
    %w[violin viola cello bass].each do |id|
      ids = catalogue.path(id).ids
      Dir[File.join(__dir__, '../../demo/tunes/*.abc')].each do |file|
        score = Fawnmoss::Notation::Abc.read(File.read(file))
        [-2, -1, 0, 1].each do |octaves|
          solved = chart(score, id, version: 'full', transpose: Fawnmoss::Theory::Interval.octaves(octaves))
          expect(solved.demand_bars.keys - ids).to be_empty unless solved.is_a?(Fawnmoss::Chart::Impossible)
        end
      end
    end
  end
end
