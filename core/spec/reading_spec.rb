# frozen_string_literal: true

require_relative 'spec_helper'

# What a page carries beyond one key, one meter and plain notes: read, followed by every later stage, and given back.
RSpec.describe 'reading what music carries' do
  def abc = Fawnmoss::Notation::Abc
  def xml = Fawnmoss::Notation::MusicXml
  def back(tune) = [Fawnmoss::Notation::Abc.read(Fawnmoss::Notation::Abc.write(tune)), Fawnmoss::Notation::MusicXml.read(Fawnmoss::Notation::MusicXml.write(tune))]
  def order(body, **options) = Fawnmoss::Score::Unfolding.new(tune(body, **options).bars).order.map { _1 + 1 }

  describe 'a key that changes' do
    let(:changing) { tune("D E F G|A B c d|\nK:A\nc B A G|A4|[K:Dm]A F E F|D4|", key: 'D') }

    it 'spells the notes, holds in its bars, and comes back from both formats' do
      expect(changing.bars.map { _1.key.name }).to eq(['D major', 'D major', 'A major', 'A major', 'D minor', 'D minor'])
      expect(changing.notes.map { _1.pitch.to_s }.values_at(3, 11, 14)).to eq(%w[G4 G#4 F4])
      back(changing).each { |read| expect(read.bars).to eq(changing.bars) }
      expect(changing.up(Fawnmoss::Theory::Interval.new(steps: -1, semitones: -2)).bars.map { _1.key.name }.uniq).to eq(['C major', 'G major', 'C minor'])
    end

    it 'changes the hand map and the tuning of a note, and is said on the chart' do
      solved = chart(changing, version: 'full')
      expect(solved.hand_map['D']).to eq('2-3 close')
      expect(solved.key_changes.map { [_1[:bar], _1[:key], _1[:hand_map]['D']] }).to eq([[3, 'A major', '3-4 close'], [5, 'D minor', '1-2 close']])
      expect(solved.entries[10].targets).to eq(Fawnmoss::Theory::Temperament.targets(pitch('A4'), 'A'))
      expect(solved.to_h[:key_changes].map { _1[:bar] }).to eq([3, 5])
      expect(Fawnmoss::Chart::TextPage.new(solved).text).to include('from bar 3, A major: ')
    end

    it 'does not change at a line that names the key there is' do
      expect(tune("D E F G|\nK:D clef=bass\nA4|").key_changes).to eq([])
    end
  end

  describe 'a meter that changes' do
    it 'holds in its bars and comes back from both formats' do
      short = tune('D E F G|[M:3/4]A2 B|c2 B|[M:6/8]A3/2 B3/2|[M:4/4]D4|', meter: '4/4')
      expect(short.bars.map { _1.meter.to_s }).to eq(%w[4/4 3/4 3/4 6/8 4/4])
      expect(short.notices).to eq([])
      back(short).each { |read| expect(read.bars).to eq(short.bars) }
    end

    it 'says how strong a place is, how it is counted and what it asks for, bar by bar' do
      tune = tune('D E F G|[M:6/8]A/ B/ c/ d/ c/ B/|[M:3/4]A B c|')
      solved = chart(tune)
      expect(solved.entries.map { _1.note.strength }).to eq([2, 0, 1, 0, 2, 0, 0, 1, 0, 0, 2, 0, 0])
      expect(solved.entries.map { _1.say[:numbers] }.last(9)).to eq(%w[1 2 3 4 5 6 1 2 3])
      expect(solved.entries.map { _1.demands.include?('rhythm.six-eight') }).to eq([*([false] * 4), *([true] * 6), *([false] * 3)])
      expect(solved.to_h[:meter_changes]).to eq([{ bar: 2, meter: '6/8' }, { bar: 3, meter: '3/4' }])
      expect(solved.reading.meter).to eq('count four, then count six, feel two, then count three')
    end

    it 'puts down-bows on the first beats of each meter where strong beats are to be down' do
      tune = tune('D E F G|A B c d|[M:3/4]d c B|A G F|E D E|D3|')
      firsts = chart(tune, version: 'full', bowing: 'strong').entries.select { _1.note.at.zero? }
      expect(firsts.map(&:direction).uniq).to eq([:down])
    end

    it 'clicks and plays along with it, repeats and all' do
      tune = tune('|:D E F G|[M:3/4]A B c:|')
      clicks = Fawnmoss::Practice::PlayAlong.of(chart(tune)).clicks
      expect(clicks[:written]).to eq([[0, true], [1, false], [2, false], [3, false], [4, true], [5, false], [6, false]])
      expect(clicks[:tune].map(&:first)).to eq((0..13).to_a)
      expect(clicks[:tune].select(&:last).map(&:first)).to eq([0, 4, 7, 11])
      expect(Fawnmoss::Practice::PlayAlong.of(chart(tune('D E F G|A4|'))).clicks).to be_nil
    end

    it 'holds from the next bar where it stands inside one, and says so' do
      read = tune('D E [M:3/4]F G|A B c|')
      expect([read.bars.map { _1.meter.to_s }, read.notices]).to eq([%w[4/4 3/4], ['A meter that changes inside a bar holds from the next one.']])
    end

    it 'takes no short bar before a change for a mistake' do
      expect(tune('D E F G|A B|[M:3/4]A B c|').notices).to eq([])
      expect(tune('D E F G|A B|A B c d|[M:3/4]A B c|').notices.size).to eq(1)
    end
  end

  it 'reads a tune without a meter as its bars are written' do
    free = abc.read("X:1\nM:none\nL:1/4\nK:C\nC D E|F G A B c|d7/2 c/|C8|\n")
    expect(free.bars.map { [_1.meter.to_s, _1.length] }).to eq([['free', 3], ['free', 5], ['free', 4], ['free', 8]])
    expect(free.notices).to eq([])
    back(free).each { |read| expect(read.bars).to eq(free.bars) }
    expect(chart(free).entries.map { _1.note.strength }.first(3)).to eq([2, 0, 0])
    expect(Fawnmoss::Practice::PlayAlong.of(chart(free)).length).to eq(20)
  end

  describe 'groups' do
    def groups(tune) = tune.notes.map { |note| note.tuplet && [note.tuplet.notes, note.tuplet.within, note.tuplet.place] }

    it 'takes so many in the time of so many, each with its beginning and end' do
      five = tune('(5:4:5D/4E/4F/4G/4A/4 B B B|')
      expect(five.notes.map(&:duration)).to eq([*([1/5r] * 5), 1, 1, 1])
      expect(groups(five)).to eq([[5, 4, :start], *([[5, 4, :inside]] * 3), [5, 4, :stop], nil, nil, nil])
      two = tune('(2D3/2E3/2 F3/2|', meter: '6/8') # two in the time of three
      expect([two.notes.map(&:duration), groups(two).map { _1&.last }]).to eq([[9/4r, 9/4r, 3/2r], [:start, :stop, nil]])
      mixed = tune('(3D/E (3:2:2FG/ A|') # a half and a quarter of a triplet
      expect(mixed.bars.first.length).to eq(tune('(3D/E (3:2:2FG/ A|').notes.sum(&:duration))
    end

    it 'parts neighbours: each group ends where it is full' do
      expect(groups(tune('(3D/E/F/ (3G/A/B/ c2|')).map { _1&.last }).to eq([:start, :inside, :stop, :start, :inside, :stop, nil])
      expect(groups(tune('(3DE/ (3E/FG/ A|')).first(2).map(&:last)).to eq(%i[start stop])
    end

    it 'comes back from both formats, is counted and asked for' do
      [tune('(3D/E/F/ (3GA/ B2|'), tune('(5:4:5D/4E/4F/4G/4A/4 B B B|'), tune('(2D3/2E3/2|', meter: '6/8'), tune('(7:4:7D/4E/4F/4G/4A/4B/4c/4 d2 D|'), tune('(3[DA]/z/F/ G3|')].each do |tune|
        back(tune).each { |read| expect(read.bars).to eq(tune.bars) }
        expect(chart(tune).entries.first.demands).to include('rhythm.triplet')
      end
      expect(chart(tune('(3D/E/F/ (5:4:5D/4E/4F/4G/4A/4 G2|')).reading.values).to include('triplets', 'other groups')
    end
  end

  it 'writes a length that no single sign has as tied signs, which sound as one note' do
    read = tune('D5/2 E3/2|(F9/2 G/2)|[DA]5/4 z11/4|')
    expect(read.notes.map { [_1.pitch&.to_s, _1.type, _1.dots, _1.tie] }.first(3)).to eq([['D4', 'half', 0, true], ['D4', 'eighth', 0, false], ['E4', 'quarter', 1, false]])
    expect(read.played.map { [_1.pitch.to_s, _1.duration] }).to eq([['D4', 5/2r], ['E4', 3/2r], ['F#4', 9/2r], ['G4', 1/2r], ['D4', 5/4r], ['A4', 5/4r]])
    expect(read.played.map(&:slur)).to eq([nil, nil, 1, 1, nil, nil])
    back(read).each { |again| expect(again.bars).to eq(read.bars) }
  end

  it 'keeps a tie of one note of a chord, and a repeat sign right before a bracket' do
    read = tune('[DA]2- [DF]2|[DA-]2 [FA]2::[K:G]F4|')
    expect(read.notes.map(&:tie)).to eq([true, false, false, false, false, true, false, false, false])
    expect(read.bars.map { [_1.repeat_end, _1.repeat_start, _1.key.name] }.last(2)).to eq([[true, false, 'D major'], [false, true, 'G major']])
    back(read).each { |again| expect(again.bars).to eq(read.bars) }
  end

  it 'reads rests of several bars' do
    read = tune('D4|Z3|E4|')
    expect(read.bars.map { [_1.number, _1.notes.map(&:rest?), _1.length] }).to eq([[1, [false], 4], [2, [true], 4], [3, [true], 4], [4, [true], 4], [5, [false], 4]])
  end

  # Order of repeats and jumps: common practice, no source.
  describe 'the order of playing' do
    it 'takes endings in their turn, also over several bars and more than two times' do
      expect(order('|:D4|[1 E4:|[2 F4||G4|')).to eq([1, 2, 1, 3, 4])
      expect(order('|:D4|[1 E4|E4:|[2 F4|F4||G4|')).to eq([1, 2, 3, 1, 4, 5, 6])
      expect(order('|:D4|[1,2 E4:|[3 F4||')).to eq([1, 2, 1, 2, 1, 3])
      expect(order('|:D4|[1 E4:|[2 F4:|[3 G4||')).to eq([1, 2, 1, 3, 1, 4])
      expect(order('D4|[1 E4:|[2 F4:|G4|A4|[1 B4:|[2 c4:|')).to eq([1, 2, 1, 3, 4, 5, 6, 4, 5, 7])
      expect(order('D4:|E4:|')).to eq([1, 1, 2, 2])
      expect(order('|:D4|[1 E4:|[2 F4||G4:|')).to eq([1, 2, 1, 3, 4, 4])
    end

    it 'goes back to the start or the sign, ends at fine, jumps to the coda' do
      expect(order('D4|E4!fine!|F4|G4!D.C.!|')).to eq([1, 2, 3, 4, 1, 2])
      expect(order('D4|!segno!E4|F4!fine!|G4!D.S.!|')).to eq([1, 2, 3, 4, 2, 3])
      expect(order('D4|!segno!E4|F4!tocoda!|G4!D.S.!|!coda!A4|B4|')).to eq([1, 2, 3, 4, 2, 3, 5, 6])
      expect(order('D4|E4|F4!D.S.!|')).to eq([1, 2, 3, 1, 2, 3]) # no sign: from the start, and to the end
    end

    it 'plays no repeat again after a jump, and the last of the endings' do
      expect(order('|:D4|[1 E4:|[2 F4!fine!|G4!D.C.!|')).to eq([1, 2, 1, 3, 4, 1, 3])
    end

    it 'keeps the signs in both formats, and plays them' do
      read = tune('D4|!segno!E4|F4!tocoda!|G4!D.S.!|!coda!A4!fine!|')
      expect(read.bars.map(&:signs)).to eq([[], [:segno], [:to_coda], [:dal_segno], %i[coda fine]])
      back(read).each { |again| expect(again.bars).to eq(read.bars) }
      expect(Fawnmoss::Practice::PlayAlong.of(chart(read)).notes.map(&:id)).to eq(%w[n1 n2 n3 n4 n2 n3 n5])
    end
  end

  describe 'files of several tunes and voices' do
    let(:book) { "%abc\nM:3/4\nL:1/4\n\nThe first page.\n\nX:1\nT:One\nK:D\nD E F|\n\nSome words between.\n\nX:2\nT:Two\nM:4/4\nK:G\nV:up name=\"High\"\nG A B c|\nV:low\nG,4|\n[V:up]d4|[V:low]D4|\n" }

    it 'lists tunes and their voices, and takes one' do
      contents = Fawnmoss::Notation::Contents.of(book, 'abc')
      expect(contents.tunes.map { [_1.title, _1.voices] }).to eq([['One', 1], ['Two', 2]])
      expect(contents).not_to be_single
      expect(contents.take(tune: 0).bars.first.meter.to_s).to eq('3/4')
      low = contents.take(tune: 1, voice: 'low')
      expect([low.notes.map { _1.pitch.to_s }, low.notices]).to eq([%w[G3 D4], ['Left out: High.']])
      expect(contents.take(tune: 1).notes.map { _1.pitch.to_s }).to eq(%w[G4 A4 B4 C5 D5])
    end

    it 'keeps a tune of one voice as it was written, one voice of several as a tune of its own' do
      contents = Fawnmoss::Notation::Contents.of(book, 'abc')
      expect(contents.text_of(tune: 0)).to eq(["M:3/4\nL:1/4\nX:1\nT:One\nK:D\nD E F|\n", 'abc', []])
      text, _, left = contents.text_of(tune: 1, voice: 'low')
      expect([abc.read(text).notes.map { _1.pitch.to_s }, left]).to eq([%w[G3 D4], ['Left out: High.']])
    end

    it 'says which tunes a text holds besides the one that is read' do
      nameless = "X:1\nK:D\nD4|\n\nX:2\nT:Two\nK:G\nG4|\n\nX:3\nK:C\nC4|\n"
      expect([abc.read(nameless), abc.read(nameless, tune: 1)].map(&:notices)).to eq([['Left out: Two, tune 3.'], ['Left out: tune 1, tune 3.']])
      expect(abc.read("X:1\nL:1/4\nK:D\nD4|\n").notices).to be_empty
    end

    it 'gives a key that changes before the voices to all of them, later to one alone' do
      text = "X:1\nM:4/4\nL:1/4\nK:D\nK:C\nV:1\nF4|\nV:2\nF4|\n[V:1][K:G]F4|\n[V:2]F4|\n"
      expect(%w[1 2].map { |voice| abc.read(text, voice:).notes.map { _1.pitch.to_s } }).to eq([%w[F4 F#4], %w[F4 F4]])
    end

    it 'takes an empty line in a single tune for a slip, and a file in the older encoding for what it is' do
      expect(abc.read("X:1\nM:4/4\nL:1/4\nK:C\nC D E F|\n\nG4|\n").bars.size).to eq(2)
      expect(abc.read("X:1\nT:M\xE4rz\nL:1/4\nK:C\nC4|\n".b).title).to eq('März')
    end

    it 'reads the first line of notes of a score of many parts, and names what it leaves out' do
      note = ->(step) { "<note><pitch><step>#{step}</step><octave>4</octave></pitch><duration>4</duration></note>" }
      head = '<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>'
      parts = { 'A' => '<note><rest/><duration>4</duration></note>', 'B' => note.call('G'), 'C' => note.call('D') }
      score = "<score-partwise><part-list>#{parts.keys.map { "<score-part id=\"#{_1}\"><part-name>Part #{_1}</part-name></score-part>" }.join}</part-list>" \
              "#{parts.map { |id, notes| "<part id=\"#{id}\"><measure number=\"1\">#{head}#{notes}</measure></part>" }.join}</score-partwise>"
      expect(xml.read(score).notes.map { _1.pitch.to_s }).to eq(['G4'])
      expect(xml.read(score).notices).to eq(['Left out: Part A, Part C.'])
      expect(xml.read(score, part: 2).notes.map { _1.pitch.to_s }).to eq(['D4'])
      expect { xml.read(score, part: 3) }.to raise_error(Fawnmoss::InvalidTune, /no part 4/)
      expect(Fawnmoss::Notation::Contents.of(score, 'musicxml').tunes.first.parts.map { [_1.index, _1.name] }).to eq([[1, 'Part B'], [2, 'Part C']])
    end
  end

  it 'reads keys and meters as they are written in the wild' do
    key = ->(text) { abc.read("X:1\nL:1/4\nM:4/4\nK:#{text}\nFc|\n").then { |tune| [tune.key.name, tune.notes.map { _1.pitch.to_s }] } }
    table = { 'G clef=treble' => ['G major', %w[F#4 C5]], 'Am ^F' => ['A minor', %w[F#4 C5]], 'G exp ^f ^c' => ['C major', %w[F#4 C#5]], 'HP' => ['D major', %w[F#4 C#5]],
              'none' => ['C major', %w[F4 C5]], 'D mixolydian' => ['D mixolydian', %w[F#4 C5]], 'C treble-8' => ['C major', %w[F3 C4]], 'octave=1' => ['C major', %w[F5 C6]] }
    expect(table.keys.to_h { [_1, key.call(_1)] }).to eq(table)
    meter = ->(text) { abc.read("X:1\nL:1/4\nM:#{text}\nK:C\nCDEF|\n").meter.to_s }
    expect(['(2+3)/8', '2+2+3/8', 'C|', '2', '5/4 (2/4 3/4)', '2/4 3/4', 'c. C=4/4'].map(&meter)).to eq(%w[5/8 7/8 2/2 2/2 5/4 free free])
  end
end
