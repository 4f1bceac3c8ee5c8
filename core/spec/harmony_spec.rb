# frozen_string_literal: true

require_relative 'spec_helper'

# Harmony under a tune: functional harmony as in the common textbooks (from memory).
RSpec.describe Fawnmoss::Together::Harmony do
  def harmony(tune, set = {}) = described_class.new(tune, catalogue.together['harmony'], set:)
  def chords(tune, set = {}) = harmony(tune, set).list.group_by(&:bar).map { |_, found| found.map { _1.chord.to_s }.uniq.join(' ') }

  it 'has one chord a bar or half bar, begins and ends at home, comes home from the dominant' do
    expect(chords(tune('F F D D | F/F/F/F/ A2 | E E C C | E/E/E/E/ G2 | F F D D | F F/F/ A2 | E/F/G/ F E/ E | D2 D2', meter: '4/4'))).to eq(%w[D D A A D D A D])
    expect(chords(tune('D E F | G3 | G F E | D3', meter: '3/4')).values_at(0, 2, 3)).to contain_exactly('D', 'D', match(/\AA7?\z/))
    expect(chords(tune('D E F2 | G F E2 | F E D ^C | D4', key: 'Dm'))).to eq(['Dm', 'A', 'Dm A', 'Dm']).or eq(%w[Dm A Dm Dm])
  end

  it 'takes printed chord symbols as they are, up to the next one' do
    found = harmony(tune('"G"D E "Em7"F D | E E E E | "A7/C#"C2 "D"D2')).list
    expect(found.map { [_1.bar, _1.beat, _1.chord.to_s, _1.by] }).to eq([[1, '1', 'G', :printed], [1, '3', 'Em7', :printed], [2, '1', 'Em7', :printed], [3, '1', 'A7/C#', :printed], [3, '3', 'D', :printed]])
    expect(found.map(&:others)).to all(be_empty)
  end

  it 'prices every other chord by what the best row through it costs more' do
    free = harmony(tune('D F A F | G B d B | A c e c | d4'))
    found = free.list[2]
    expect(found.chord.to_s).to eq('G')
    found.others.each do |other, price|
      through = free.choices.each_with_index.map { |list, index| index == 2 ? [other] : [free.list[index].chord, *list].uniq }
      best = through.first.product(*through.drop(1).map { |list| list.first(5) }).map { free.cost_of(_1) }.min
      expect([other.to_s, best]).to match([other.to_s, be >= free.cost + price])
    end
  end

  it 'is the cheapest row of chords (all of them tried, 12 tunes of chance)' do
    random = Random.new(3)
    12.times do
      found = harmony(tune(Array.new(2) { Array.new(4) { %w[D E F G A B c d].sample(random:) }.join(' ') }.join(' | '), key: %w[D G Am].sample(random:)))
      first, *rest = found.choices
      expect(found.cost).to eq(first.product(*rest).map { found.cost_of(_1) }.min)
    end
  end

  it 'says why' do
    words = harmony(tune('D F A F | A A c e | d4')).list.map(&:why)
    expect(words.first).to eq('has D and F#')
    expect(words[3]).to eq('has C# and E; leads home to D')
    expect(words.last).to eq('has D; home')
  end

  it 'keeps to the key of each bar, and gives a pick-up no chord' do
    found = harmony(tune('A | d2 f2 | a4 |[K:Bb] B2 d2 | F4 | B4'))
    expect(found.list.first.bar).to eq(1)
    expect(found.list.last.chord.to_s).to eq('Bb')
  end

  it 'has no place in a tune of rests but in one of notes; long bars without beats are cut' do
    expect(harmony(tune('D E F G A B c d e f g a', meter: 'none')).list.size).to eq(3)
  end

  describe Fawnmoss::Together::Chord do
    def known(name) = Fawnmoss::Together::KeyChords.of(key(name)).map(&:to_s)

    it 'knows the seven of a key and its dominant seventh, in minor with the leading note' do
      expect(known('D major')).to eq(%w[D Em F#m G A Bm C#dim A7])
      expect(known('A minor')).to eq(%w[Am Bdim C Dm E F G E7 G#dim Em])
      expect(known('D dorian')).to eq(%w[Dm Em F G Am Bdim C])
    end

    # Chord spelling as in any textbook (from memory).
    it 'spells what a symbol says' do
      found = %w[A7 F#m7 Bbmaj7 C#dim7 Eaug Gsus4 D5 Bm7b5 C6].to_h { [_1, described_class.parse(_1, key('C major')).names.join(' ')] }
      expect(found).to eq('A7' => 'A C# E G', 'F#m7' => 'F# A C# E', 'Bbmaj7' => 'Bb D F A', 'C#dim7' => 'C# E G Bb', 'Eaug' => 'E G# B#', 'Gsus4' => 'G C D', 'D5' => 'D A',
                          'Bm7b5' => 'B D F A', 'C6' => 'C E G A')
      expect(described_class.parse('hello', key('C major'))).to be_nil
      expect(described_class.parse('G/B', key('C major'))).to have_attributes(bass: 'B', degree: 'V')
    end
  end

  describe Fawnmoss::Together::Backing do
    def backing(body, **options) = described_class.of(tune(body, **options), catalogue.together['harmony'])

    it 'has a bass note on the strong beats and chords on the others, close together, over the harmony' do
      found = backing('D A A | A/G/F/E/ D | D B B | B3 | D A A | A/G/F/E/ D | G F E | D3', meter: '3/4')
      expect(found.select { _1.voice == 'bass' }.map { [_1.at, _1.midi] }).to eq([[0, 50], [3, 50], [6, 43], [9, 43], [12, 50], [15, 50], [18, 45], [21, 50]])
      chords = found.select { _1.voice == 'chord' }.group_by(&:at).transform_values { |sounds| sounds.map(&:midi) }
      expect(chords.keys).to eq((0..23).reject { (_1 % 3).zero? })
      expect(chords.values.map { |midis| [midis.size, midis.max - midis.min] }).to all(match([3, be <= 12]))
      expect(chords.values.each_cons(2).map { |one, other| one.zip(other).sum { |a, b| (a - b).abs } }).to all(be <= 6) # the hands hardly move
    end

    it 'plays repeats out, leaves the pick-up alone, and stays with the tune’s time' do
      found = backing('A | D2 F2 | E2 C2 | D3 :|')
      expect(found.select { _1.voice == 'bass' }.map(&:at)).to eq([1, 3, 5, 7, 9, 11, 13, 15, 17, 19, 21, 23])
      expect(found.map { _1.at + _1.length }.max).to be <= 24
    end

    it 'has a note for every kind of meter and chord' do
      ['2/4', '6/8', '9/8', 'C|', '5/4'].each { |meter| expect(backing('D E F G | A4', meter:)).not_to be_empty }
      expect(backing('"G5"D2 "Bm7b5"F2 | "A7sus4"E2 "D"D2').map(&:midi)).to all(be_between(40, 84))
    end
  end

  describe Fawnmoss::Together::Round do
    def round(body, **options) = described_class.new(tune(body, key: 'C', **options)).list

    # Traditional rounds, set from memory, and how they are sung (common practice, no source).
    it 'finds the entries of rounds that everybody knows' do
      bells = round('C D E C | C D E C | E F G2 | E F G2 | G/A/G/F/ E C | G/A/G/F/ E C | C G, C2 | C G, C2')
      boat = round('C3 C3 | C2D E3 | E2D E2F | G6 | ccc GGG | EEE CCC | G2F E2D | C6', meter: '6/8', unit: '1/8')
      mice = round('E3 D3|C6|E3 D3|C6|G3 F2F|E6|G3 F2F|E3-E2G|c2c BAB|c2G G2G|ccc BAB|cGG G2G|c2c BAB|cGG G2F|E3 D3|C6', meter: '6/8', unit: '1/8')
      expect([bells, boat, mice].map { |found| found.first.then { [_1.holds, _1.voices, _1.bars] } }).to eq([[true, 4, 2], [true, 4, 2], [true, 4, 4]])
      expect(bells.first).to have_attributes(entries: [3, 5, 7], clashes: [], words: 'It goes in 4 voices, each after 2 bars.')
    end

    it 'says of a march that it is none, and where it clashes' do
      found = round('G G/A/ B G | A B A D | G G/A/ B c | d2 B2 | e d c B | A B c A | B A G F | G2 z2')
      expect(found.map(&:holds)).to eq([false])
      expect(found.first.words).to match(/strong beats clash: the first in bar \d, beat \d/)
    end

    it 'refuses what cannot be one, in words' do
      expect { round('G | C4 | C3') }.to raise_error(Fawnmoss::InvalidInput, /without a pick-up/)
    end
  end
end
