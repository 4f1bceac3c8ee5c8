# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'editing a tune' do
  describe Fawnmoss::Score::Carry do
    it 'finds the notes again after a bar was put in front, one was changed, one taken away' do
      before = tune('D E F G|A A B c|')
      expect(described_class.ids(before, tune('z4|D E F G|A A B c|'))).to include('n1' => 'n2', 'n8' => 'n9')
      expect(described_class.bars(before, tune('z4|D E F G|A A B c|'))).to eq(1 => 2, 2 => 3)
      expect(described_class.bars(before, tune('A A B c|'))).to eq(2 => 1)
      changed = described_class.ids(before, tune('D E ^E G|A A B c|'))
      expect(changed.keys).to eq(%w[n1 n2 n4 n5 n6 n7 n8])
      expect(changed).to all(satisfy { |old, new| old == new })
      expect(described_class.ids(before, tune('D E G2|A A B c|'))).to eq('n1' => 'n1', 'n2' => 'n2', 'n5' => 'n4', 'n6' => 'n5', 'n7' => 'n6', 'n8' => 'n7')
    end
  end

  describe Fawnmoss::Practice::SimplerRhythm do
    def lengths(simple) = simple.notes.map { "#{_1.pitch || 'z'}:#{Fawnmoss::Score::Fraction.text(_1.duration)}#{'-' if _1.tie}" }.join(' ')

    it 'keeps one note a beat: dots and eighths become quarters' do
      expect(lengths(described_class.of(tune('D3/2 E/2 F/2G/2 A|B2 z A|d4|')))).to eq('D4:1 E4:1 F#4:1 A4:1 B4:2 z:1 A4:1 D5:4')
      expect(lengths(described_class.of(tune('(3D/E/F/ G3/2 A/2 z/2B/2|A4|')))).to eq('D4:1 G4:1 A4:1 B4:1 A4:4')
    end

    it 'feels 6/8 in two, keeps pick-ups, chords and repeats, and ties over the bar' do
      jig = described_class.of(tune('D|D2E F>GA|B3-B2:|', meter: '6/8', unit: '1/8'))
      expect(lengths(jig)).to eq('D4:1/2 D4:3/2 F#4:3/2 B4:3/2- B4:1')
      expect(jig.bars.last.repeat_end).to be(true)
      tied = described_class.of(tune('D E F [DA]-|[DA]2 z2|'))
      expect(lengths(tied)).to eq('D4:1 E4:1 F#4:1 D4:1- A4:1- D4:2 A4:2 z:2')
      expect(tied.played.map(&:duration)).to eq([1, 1, 1, 3, 3])
    end

    it 'fills every bar of every demo tune as before, and asks for no new rhythm' do
      demo_tunes.each do |score|
        simple = described_class.of(score)
        expect(simple.bars.map(&:length)).to eq(score.bars.map(&:length))
        expect(Fawnmoss::Notation::Abc.read(Fawnmoss::Notation::Abc.write(simple)).played.map { [_1.pitch, _1.duration] }).to eq(simple.played.map { [_1.pitch, _1.duration] })
        shortest = simple.notes.map(&:duration).min
        expect(shortest).to be >= [score.meter.beat_length, score.pickup.zero? ? 99 : score.pickup, score.bars.map(&:length).min].min
      end
    end
  end

  it 'takes the slurs and bow signs out for a plain bowing' do
    plain = Fawnmoss::Practice::PlainBowing.of(tune('(D E) u.F vG|'))
    expect(plain.notes.map { [_1.slur_start, _1.slur_stop, _1.bow, _1.marks] }.uniq).to eq([[false, false, nil, []]])
  end

  describe Fawnmoss::Notation::MusicXml::Selection do
    def note(step, length, voice = 1, more: '') = "<note>#{more}<pitch><step>#{step}</step><octave>4</octave></pitch><duration>#{length}</duration><voice>#{voice}</voice></note>"
    def attributes = '<attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>'

    let(:two_voices) { "#{attributes}#{note('C', 2)}#{note('D', 2)}<backup><duration>4</duration></backup><forward><duration>1</duration></forward>#{note('E', 2, 2)}" }
    let(:score) do
      '<score-partwise><part-list><score-part id="A"><part-name>Violin I</part-name></score-part><score-part id="B"><part-name/></score-part></part-list>' \
        "<part id=\"A\"><measure number=\"1\">#{attributes}#{note('G', 4)}</measure></part><part id=\"B\"><measure number=\"1\">#{two_voices}</measure></part></score-partwise>"
    end

    it 'names parts and voices, and takes one with rests where it is silent' do
      expect(described_class.new(score).parts.map(&:to_h)).to eq([{ index: 0, name: 'Violin I', voices: ['1'], printed: nil }, { index: 1, name: 'part 2', voices: %w[1 2], printed: nil }])
      text, left = described_class.new(score).take(1, '2')
      tune = Fawnmoss::Notation::MusicXml.read(text)
      expect(tune.notes.map { [_1.pitch&.to_s, _1.at, _1.duration] }).to eq([[nil, 0, 1], ['E4', 1, 2], [nil, 3, 1]])
      expect(left).to eq(['Left out: Violin I.', 'Left out of part 2: voice 1.'])
      expect(described_class.new(text)).to be_single
    end

    it 'reads the first voice without a word about it, and refuses what is not there' do
      text, left = described_class.new(score).take(0)
      expect([Fawnmoss::Notation::MusicXml.read(text).notes.map { _1.pitch.to_s }, left]).to eq([['G4'], ['Left out: part 2.']])
      expect { described_class.new(score).take(7) }.to raise_error(Fawnmoss::InvalidTune, /no part 8/)
      expect { described_class.new(score).take(1, '9') }.to raise_error(Fawnmoss::InvalidTune, /no voice 9/)
    end
  end
end
