# frozen_string_literal: true

require_relative 'spec_helper'
require_relative 'support/strangers'
require_relative 'support/typist'

# The writing desk: acts on a sheet of bars. What a page looks like is common practice, no source.
RSpec.describe Fawnmoss::Writing do
  def blank(key: 'D major', meter: '4/4', pickup: 0r, clef: 'treble', id: 'violin')
    start = described_class::Bar.blank(key: Fawnmoss::Theory::Key.parse(key), meter: Fawnmoss::Theory::Meter.parse(meter), tempo: nil, clef:)
    sheet = described_class::Sheet.new(title: 'New', composer: '', pickup:, start:, bars: [].freeze)
    described_class::Desk.new(sheet:, cursor: nil, anchor: nil, pen: described_class::Pen.from_plain({}), instrument: instrument(id))
  end

  def demo_tunes = Dir[File.expand_path('../../demo/tunes/*.abc', __dir__)].map { Fawnmoss::Notation::Abc.read(File.read(_1)) }

  it 'takes any tune apart and gives it back: the demo’s and strangers’' do
    strangers = Strangers.abc_examples.filter_map { |text| Fawnmoss::Notation::Abc.read(text) rescue nil } # rubocop:disable Style/RescueModifier
    tunes = demo_tunes + strangers
    expect(tunes.size).to be > 80
    tunes.each { |tune| expect(described_class::Sheet.of(tune).tune.bars).to eq(tune.bars), tune.title }
  end

  # What is written, bar by bar, as ABC has it.
  def text(desk) = Fawnmoss::Notation::Abc.write(desk.sheet.tune).sub(/\A.*^K:[^\n]*\n/m, '').delete("\n").gsub(/\s+/, ' ').strip
  def press(desk, *acts) = acts.inject(desk) { |now, act| now.press(*act) }
  def letters(desk, names) = names.chars.inject(desk) { |now, name| now.press('letter', { 'letter' => name }) }
  def up(count) = { 'up' => count }
  def opened(body, **more) = described_class::Desk.new(sheet: described_class::Sheet.of(tune(body, **more)), cursor: 0, anchor: nil, pen: described_class::Pen.from_plain({}), instrument: instrument('violin'))

  describe 'what was copied' do
    def stretch(desk, from, to) = press(desk, ['select', { 'number' => from }], ['select', { 'number' => to, 'more' => true }])
    def clip(desk) = desk.press('copy').pen.clip

    it 'is put behind what is in hand, bars and all, and written on at the end' do
      desk = stretch(opened('D2 E F|G4|A4|B4|', key: 'D'), 0, 3)
      copied = clip(desk)
      expect(text(press(desk, ['select', { 'number' => 4 }], ['paste', { 'text' => copied }]))).to eq('D4 E2 F2 |G8 |A8 |D4 E2 F2 |G8 |B8 |]')
      expect(text(press(desk, ['end'], ['paste', { 'text' => copied }]))).to eq('D4 E2 F2 |G8 |A8 |B8 |D4 E2 F2 |G8 |]')
    end

    it 'goes over bar lines tied, keeps what stands at its notes, and sounds the same in another key' do
      copied = clip(stretch(opened('(D .E) !p!F2|"^sweet"vG4|A4|', key: 'D'), 0, 3))
      other = opened('C3 G|c4|', key: 'C')
      expect(text(press(other, ['select', { 'number' => 0 }], ['paste', { 'text' => copied }]))).to eq('C6 (D2 |.E2) !p!^F4 "^sweet"vG2- |G6 G2 |c8 |]')
    end

    it 'goes with the pen: what was copied here comes before what a page kept, and is still there after other acts' do
      desk = press(stretch(opened('D E F G|', key: 'D'), 0, 1), %w[copy], %w[end], ['letter', { 'letter' => 'a' }])
      expect(text(desk.press('paste', { 'text' => "X:1\nK:C\nL:1/4\nc|\n" }))).to eq('D2 E2 F2 G2 |A2 D2 E2 |]')
      pen = described_class::Pen.from_plain(JSON.parse(JSON.generate(desk.pen.to_plain)))
      expect(pen.clip).to eq(desk.pen.clip).and include('D2 E2')
      expect(text(opened('D E F G|', key: 'D').press('copy').press('paste'))).to eq('D2 D2 E2 F2 |G2 |]') # one note
    end

    it 'is refused for rests, and when it is no music' do
      expect { stretch(opened('z2 z2|D4|'), 0, 1).press('copy') }.to raise_error(Fawnmoss::InvalidInput, /no note to copy/)
      ['', 'X', "X:1\nK:D\n", 'x' * 20_001].each do |copied|
        expect { opened('D E F G|').press('paste', { 'text' => copied }) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where).to eq(field: 'text') }
      end
    end
  end

  it 'changes the pick-up afterwards: the bars are filled anew, up to a repeat sign' do
    desk = opened('D E F G|A B c d|e4|', key: 'D')
    late = desk.press('pickup', { 'pickup' => '1' })
    expect([text(late), late.sheet.tune.pickup]).to eq(['D2 |E2 F2 G2 A2 |B2 c2 d2 e2- |e6 |]', 1])
    expect(text(late.press('pickup', { 'pickup' => '0' }))).to eq('D2 E2 F2 G2 |A2 B2 c2 d2 |e8 |]')
    expect(text(opened('D E F G|A2 B2:|c2 d2|', key: 'D').press('pickup', { 'pickup' => '1' }))).to eq('D2 |E2 F2 G2 A2- |A2 B4 :|c4 d4 |]')
    expect(blank.press('pickup', { 'pickup' => '1/2' }).sheet.pickup).to eq(1/2r)
    ['4', '9', 'x', '-1', '1/3'].each { |length| expect { desk.press('pickup', { 'pickup' => length }) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where[:field]).to eq('pickup') } }
  end

  describe 'by letter' do
    it 'takes the nearest note of that name, in the key, with the accidental that stands in the bar' do
      desk = letters(blank, 'dacf')
      expect(text(desk)).to eq('D2 A,2 C2 F2 |]')
      bent = press(letters(blank, 'gc'), %w[natural])
      expect(bent.sound.pitches.first.to_s).to eq('C5')
      expect(letters(bent, 'bc').sound.pitches.first.to_s).to eq('C5')
      expect(letters(bent, 'bcc').sound.pitches.first.to_s).to eq('C#5') # in the next bar the key holds
    end

    it 'begins near the lower strings of a first tune, in every clef' do
      found = %w[treble alto tenor bass].map { |clef| letters(blank(clef:), 'd').sound.pitches.first.to_s }
      expect(found).to eq(%w[D4 D4 D3 D3])
    end

    it 'fills bars, cuts and ties what goes over a bar line, also a pick-up, and ends a rest there' do
      expect(text(press(letters(blank, 'def'), ['length', { 'length' => '2' }], ['letter', { 'letter' => 'g' }]))).to eq('D2 E2 F2 G2- |G2 |]')
      expect(text(letters(blank(pickup: 1r), 'defgab'))).to eq('D2 |E2 F2 G2 A2 |B2 |]')
      expect(text(press(letters(blank(meter: '3/4'), 'de'), ['length', { 'length' => '4' }], ['rest'], ['letter', { 'letter' => 'e' }]))).to eq('D2 E2 z2 |E6- |E2 |]')
    end

    it 'takes the place of a note that is in hand, and goes on to the next' do
      desk = letters(letters(blank, 'defg').press('first'), 'ga')
      expect([text(desk), desk.cursor]).to eq(['G2 A2 F2 G2 |]', 2])
      marked = press(opened('(.D vE) F G|', key: 'D'), ['letter', { 'letter' => 'f' }])
      expect(text(marked)).to eq('(.F2 vE2) F2 G2 |]')
    end

    it 'is written on the line that is clicked, in each clef' do
      lines = %w[treble alto tenor bass].to_h { |clef| [clef, [0, 4, 9].map { |line| blank(clef:, key: 'C major').press('line', { 'line' => line }).sound.pitches.first.to_s }] }
      expect(lines).to eq('treble' => %w[E4 B4 G5], 'alto' => %w[F3 C4 A4], 'tenor' => %w[D3 A3 F4], 'bass' => %w[G2 D3 B3])
    end
  end

  describe 'by finger' do
    # The page on instruments: first position, the key decides between the placements.
    it 'gives the note that the key’s hand pattern has there' do
      fingers = lambda do |id, key|
        hand = described_class::Fingers.new(instrument(id), Fawnmoss::Theory::Key.parse(key))
        instrument(id).string_names.to_h { |string| [string, (0..4).map { hand.on(string, _1)&.to_s }] }
      end
      expect(fingers['violin', 'D major']).to eq('G' => %w[G3 A3 B3 C#4 D4], 'D' => %w[D4 E4 F#4 G4 A4], 'A' => %w[A4 B4 C#5 D5 E5], 'E' => %w[E5 F#5 G5 A5 B5])
      expect(fingers['viola', 'C major']['C']).to eq(%w[C3 D3 E3 F3 G3])
      expect(fingers['violin', 'Bb major']['A']).to eq(%w[A4 Bb4 C5 D5 Eb5])
      expect([fingers['cello', 'G major']['G'], fingers['cello', 'A major']['G'], fingers['cello', 'Eb major']['G']]).to eq([%w[G2 A2 Bb2 B2 C3], %w[G2 A2 A#2 B2 C#3], %w[G2 Ab2 Bb2 B2 C3]])
      expect(fingers['bass', 'D major']['D'].values_at(0, 1, 4)).to eq(%w[D3 E3 F#3])
    end

    it 'stays on the string, crosses to the nearer one with Shift, or to one that is named' do
      desk = press(blank, ['string', { 'string' => 'D' }], ['finger', { 'finger' => 3 }], ['finger', { 'finger' => 1, 'across' => true }], ['finger', { 'finger' => 0 }],
                   ['string', up(-1)], ['finger', { 'finger' => 2 }])
      expect([text(desk), desk.pen.string]).to eq(['G2 B2 A2 F2 |]', 'D'])
      expect { blank.press('string', { 'string' => 'C' }) }.to raise_error(Fawnmoss::InvalidInput, /has no string C/)
    end
  end

  describe 'what is in hand' do
    it 'is made longer, shorter, dotted: the note written last also over the bar line' do
      desk = press(letters(blank, 'de'), %w[longer], %w[dot])
      expect([text(desk), desk.pen.once]).to eq(['D2 E6 |]', nil])
      expect(text(press(letters(blank, 'def'), %w[longer], %w[longer], %w[shorter]))).to eq('D2 E2 F4 |]')
      dotted = press(letters(blank, 'd'), %w[dot])
      expect([dotted.pen.once, text(letters(dotted, 'ef'))]).to eq([1/2r, 'D3 E F2 |]'])
      expect(text(press(dotted, %w[dot]))).to eq('D2 |]')
      expect(text(press(letters(blank(meter: '6/8'), 'd'), %w[dot], ['letter', { 'letter' => 'e' }]))).to eq('D3 E2 |]')
      expect(text(press(letters(blank, 'defg'), %w[first], %w[dot]))).to eq('D3 E2 F2 G- |G |]')
      expect(text(press(letters(blank, 'defga'), %w[first], %w[dot]))).to eq('D3 E2 F2 G2 |A2 |]') # stands too long, and is said
    end

    it 'comes in threes, and then no more' do
      desk = letters(press(letters(blank, 'd'), ['length', { 'length' => '1/2' }], %w[triplet]), 'efga')
      expect(text(desk)).to eq('D2 (3E F G A |]')
    end

    it 'moves in the key, by octaves and by half steps, one note or a stretch' do
      desk = press(opened('D E F G|A B c d|', key: 'D'), ['right'], ['right', { 'more' => true }])
      expect([desk.stretch, text(desk.press('step', up(1))), text(desk.press('octave', up(-1)))]).to eq([1..2, 'D2 F2 G2 G2 |A2 B2 c2 d2 |]', 'D2 E,2 F,2 G2 |A2 B2 c2 d2 |]'])
      expect(text(desk.press('sharp'))).to eq('D2 ^E2 ^^F2 G2 |A2 B2 c2 d2 |]')
      expect(press(opened('D|', key: 'D'), *([['octave', up(3)]] * 4)).sound.pitches.first.octave).to be <= 8
    end

    it 'is taken away, and a bar that is empty then is gone' do
      desk = press(letters(blank, 'defga'), %w[delete])
      expect([text(desk), desk.cursor]).to eq(['D2 E2 F2 G2 |]', 3])
      gone = press(desk, *([%w[delete]] * 6))
      expect([gone.sheet.empty?, gone.cursor, gone.sheet.tune]).to eq([true, nil, nil])
      expect(text(letters(gone, 'a'))).to eq('A2 |]')
      middle = press(opened('D E F G|A B c d|', key: 'D'), ['right'], ['right', { 'more' => true }], %w[delete])
      expect([text(middle), middle.cursor]).to eq(['D2 G2 |A2 B2 c2 d2 |]', 1])
      tied = press(letters(blank, 'd'), %w[hold], %w[delete])
      expect([text(tied), tied.sheet.tune.notices]).to eq(['D2 |]', []])
    end

    it 'is written once more: a note, a bar, a stretch' do
      desk = letters(blank, 'defg')
      expect(text(press(desk, ['again', { 'bar' => true }], %w[again]))).to eq('D2 E2 F2 G2 |D2 E2 F2 G2 |G2 |]')
      expect(text(press(desk, %w[first], ['right', { 'more' => true }], %w[again]))).to eq('D2 E2 F2 G2 |D2 E2 |]')
    end

    it 'gets signs: slur, bows, marks, fingers, words, what is sung' do
      desk = press(letters(blank, 'defg'), %w[slur], ['bow', { 'bow' => 'up' }], ['mark', { 'mark' => 'staccato' }], ['printed', { 'finger' => 3 }], ['dynamic', { 'text' => 'mf' }], ['words', { 'text' => 'soft' }],
                   ['chord', { 'text' => 'D7/F#' }], ['grace', { 'letter' => 'a' }])
      expect(text(desk)).to eq('D2 E2 (F2 !mf!"^soft""D7/F#"!3!.u{A}G2) |]')
      plain = press(desk, %w[slur], ['bow', { 'bow' => 'up' }], ['mark', { 'mark' => 'staccato' }], ['printed', {}], ['dynamic', { 'text' => '' }], ['words', { 'text' => ' ' }], ['chord', {}], ['grace', {}])
      expect(text(plain)).to eq('D2 E2 F2 G2 |]')
      expect(text(press(letters(blank, 'def'), %w[slur], ['letter', { 'letter' => 'g' }], %w[slur]))).to eq('D2 (E2 F2 G2) |]')
      expect(text(press(desk, %w[first], ['end', { 'more' => true }], ['hairpin', { 'kind' => 'crescendo' }]))).to start_with('!<(!D2 E2').and end_with('G2)!<)! |]')
      expect(text(press(letters(blank, 'defg'), %w[first], ['sing', { 'text' => 'One two_ three' }]))).to eq('D2 E2 F2 G2 |]w: One two * three')
    end
  end

  describe 'bars' do
    it 'repeat, end, and say where to go on' do
      desk = press(letters(blank, 'defg'), %w[repeat_end], ['letter', { 'letter' => 'a' }])
      expect(text(desk)).to eq('D2 E2 F2 G2 :|A2 |]')
      expect(text(letters(press(letters(blank, 'defg'), %w[repeat]), 'abcd'))).to eq('D2 E2 F2 G2 |:A2 B2 c2 d2 |]')
      expect(text(letters(press(letters(blank, 'defg'), ['ending', { 'number' => '1' }], %w[repeat_end]), 'a'))).to eq('[1 D2 E2 F2 G2 :|A2 |]')
      expect(text(press(letters(blank, 'defg'), ['sign', { 'sign' => 'fine' }], %w[double]))).to eq('D2 E2 F2 G2 !fine!|]')
      expect(text(letters(press(letters(blank, 'de'), %w[double]), 'f'))).to eq('D2 E2 ||F2 |]')
    end

    it 'take another key, meter or tempo: from the one in hand on, at the end of a full one from the next' do
      ahead = letters(press(letters(blank, 'defg'), ['key', { 'key' => 'G major' }], ['meter', { 'meter' => '3/4' }], ['tempo', { 'tempo' => 90 }]), 'cdef')
      expect(text(ahead)).to eq('D2 E2 F2 G2 |[K:G][M:3/4]c2 d2 e2 |f2 |]')
      quicker = letters(press(letters(blank.press('tempo', { 'tempo' => 60 }), 'defg'), ['tempo', { 'tempo' => 90 }]), 'a')
      expect(text(quicker)).to eq('D2 E2 F2 G2 |[Q:1/4=90]A2 |]')
      back = press(opened('D E F G|A B c d|[K:A]e d c B|', key: 'D'), ['key', { 'key' => 'F major' }])
      expect(back.sheet.bars.map { _1.key.name }).to eq(['F major', 'F major', 'A major'])
      expect(back.sounds.map { _1.pitches.first.to_s }.first(4)).to eq(%w[D4 E4 F#4 G4]) # the notes stay as they sound
      expect(blank.press('key', { 'key' => 'G major' }).sheet.start.key.name).to eq('G major')
      expect { blank.press('key', { 'key' => 'H major' }) }.to raise_error(Fawnmoss::InvalidInput)
    end

    it 'that do not add up are filled anew up to the next sign, ties over their lines made one again' do
      desk = press(opened('D2 E F G|A2 B-|B c d2|e f g a:|D4|', key: 'D'), %w[flow])
      expect(text(desk)).to eq('D4 E2 F2 |G2 A4 B2- |B2 c2 d4 |e2 f2 g2 a2 :|D8 |]')
      expect(Fawnmoss::Score::Sums.odd(desk.sheet.bars)).to eq([])
    end

    it 'have the number that is printed: the halves of a bar that a repeat sign splits have one' do
      shown = described_class::Shown.of(opened('D E F G|A B:|c d|e f g|a b c d|', key: 'D').press('end'))
      odd = { bar: 3, number: 3, first: 8, words: 'Bar 3 holds 3 quarters, but 4/4 asks for 4 quarters.' }
      expect([shown[:hand][:bar], shown[:odd], shown[:notices]]).to eq([4, [odd], []])
    end

    it 'tell who plays to a click how long a bar and a beat are: dotted beats in 6/8, four quarters without a meter' do
      click = ->(meter) { described_class::Shown.of(blank.press('meter', { 'meter' => meter }))[:click] }
      expect(['3/4', '6/8', 'C|', '3/8', 'none'].map(&click)).to eq([[3, 1], [3, 1.5], [4, 2], [1.5, 0.5], [4, 1]].map { |bar, beat| { bar:, beat: } })
    end

    it 'are parted and joined by a bar line' do
      desk = opened('D E F G|A B c d|', key: 'D').press('right')
      parted = desk.press('bar')
      expect([text(parted), text(parted.press('bar'))]).to eq(['D2 E2 |F2 G2 |A2 B2 c2 d2 |]', 'D2 E2 F2 G2 |A2 B2 c2 d2 |]'])
      expect(text(letters(press(letters(blank(meter: '4/4'), 'de'), %w[bar]), 'f'))).to eq('D2 E2 |F2 |]')
    end
  end

  describe 'an edit' do
    def random_act(random)
      plain = %w[rest again hold sharp flat natural longer shorter dot triplet delete slur tie repeat repeat_end double bar flow copy paste left right first end]
      given = [['letter', { 'letter' => 'abcdefg'[random.rand(7)] }], ['finger', { 'finger' => random.rand(5), 'across' => random.rand < 0.3 }], ['line', { 'line' => random.rand(-4..14) }],
               ['length', { 'length' => %w[1/4 1/2 1 2 4 3/2][random.rand(6)] }], ['step', up(random.rand(-3..3))], ['octave', up(random.rand(-1..1))], ['select', { 'number' => random.rand(30), 'more' => random.rand < 0.4 }],
               ['mark', { 'mark' => %w[staccato fermata trill breath].sample(random:) }], ['bow', { 'bow' => 'up' }], ['printed', { 'finger' => 2 }], ['dynamic', { 'text' => 'p' }],
               ['hairpin', { 'kind' => %w[crescendo diminuendo none].sample(random:) }], ['words', { 'text' => 'x "y" % z' }], ['chord', { 'text' => 'Am' }], ['sing', { 'text' => 'la- la * | la' }],
               ['grace', { 'letter' => 'g' }], ['ending', { 'number' => %w[1 2].sample(random:) }], ['sign', { 'sign' => 'segno' }], ['key', { 'key' => ['G major', 'F major', 'E minor'].sample(random:) }],
               ['meter', { 'meter' => %w[3/4 6/8 4/4 none].sample(random:) }], ['tempo', { 'tempo' => 77 }], ['again', { 'bar' => true }], ['string', up(random.rand(-1..1))], ['rehearsal', { 'text' => 'A' }],
               ['pickup', { 'pickup' => %w[0 1/2 1 2].sample(random:) }], ['paste', { 'text' => "X:1\nM:4/4\nL:1/4\nK:G\n(DE) (3F/G/A/ z|B2-|B2|\n" }]]
      random.rand < 0.45 ? [given[random.rand(3)], given.first].sample(random:) : (plain.map { [_1] } + given).sample(random:)
    end

    # Whatever is pressed: an act is done or refused with a word, undone by its inverse, and what is written is a tune that text gives back.
    it 'is done or refused, undone by its inverse, and leaves a tune' do
      random = Random.new(5)
      acts = 0
      15.times do
        desk = blank(meter: %w[4/4 3/4 6/8].sample(random:), pickup: [0r, 0r, 1r].sample(random:))
        60.times do
          name, given = random_act(random)
          now = begin
            desk.press(name, given || {})
          rescue Fawnmoss::InvalidInput
            next
          end
          break if now.sounds.size > 150

          edit = now.edit_from(desk)
          expect([edit.apply(desk.sheet).bars, edit.inverse.apply(now.sheet).bars]).to eq([now.sheet.bars, desk.sheet.bars]), name
          shown = described_class::Shown.of(now)
          unless shown[:text].empty?
            again = described_class::Sheet.of(Fawnmoss::Notation::Abc.read(shown[:text]), pickup: now.sheet.pickup)
            expect(again.sounds.map { [_1.pitches, _1.length] }).to eq(now.sounds.map { [_1.pitches, _1.length] }), "#{name}: #{shown[:text]}"
          end
          desk = now
          acts += 1
        end
      end
      expect(acts).to be > 600
    end
  end

  # Guide page on getting music in: at most 1.4 keys a note.
  describe 'writing the demo’s tunes' do
    def clef_of(tune) = tune.clef || 'treble'

    %i[letter finger].each do |by|
      it "takes few keys by #{by}, and writes the same notes and lengths" do
        keys = notes = 0
        demo_tunes.each do |tune|
          id = { 'bass' => 'cello', 'alto' => 'viola' }.fetch(clef_of(tune), 'violin')
          sheet = described_class::Sheet.of(tune)
          wanted = described_class::Sounds.joined(sheet.sounds).map { |sound| sound.copy(pitches: sound.pitches.last(1), tied: [].freeze) }
          start = blank(key: tune.key.name, meter: tune.meter.to_s, pickup: tune.pickup, clef: clef_of(tune), id:)
          typist = Typist.new(start, by).write(wanted)
          made = described_class::Sounds.joined(typist.desk.sounds)
          expect(made.map { [_1.pitches, _1.length] }).to eq(wanted.map { [_1.pitches, _1.length] }), tune.title
          keys += typist.acts.size
          notes += wanted.size
        end
        expect(keys / notes.to_f).to be <= 1.4
      end
    end
  end
end
