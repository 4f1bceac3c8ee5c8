# frozen_string_literal: true

require_relative 'spec_helper'
require_relative 'support/strangers'

# What stands at the notes and changes no note: words, dynamics, hairpins, chord symbols, rehearsal marks, what is sung; and tempo and clef that change.
RSpec.describe 'what is said at the notes' do
  def abc(body, key: 'G', **more) = Fawnmoss::Notation::Abc.read("X:1\nT:Said\nM:3/4\nL:1/4\n#{more.map { |name, value| "#{name}:#{value}\n" }.join}K:#{key}\n#{body}\n")
  def xml(tune, **options) = Fawnmoss::Notation::MusicXml.write(tune, **options)
  def said(tune) = tune.notes.map { |note| note.directions.to_a.map { |one| one.text.empty? ? one.kind : "#{one.kind} #{one.text}" } }
  def sung(tune, verse = 0) = tune.notes.map { _1.lyrics&.at(verse)&.then { |one| "#{one.text}#{'-' if one.goes_on}" } }
  def back(tune) = [Fawnmoss::Notation::Abc.read(Fawnmoss::Notation::Abc.write(tune)), Fawnmoss::Notation::MusicXml.read(xml(tune))]

  let(:full) do
    abc(%("G"!p!!<(!G A B!<)!|"D7/F#""^dolce"!mf!D E [P:B]F|[Q:1/4=120][K:G clef=tenor]!>(!G3!>)!|"_A tempo""Em"G2 "^Fine"z|),
        key: 'G clef=bass', Q: '"Gently" 1/4=90')
  end

  it 'is read from ABC, each at its note' do
    expect(said(full)).to eq([['words Gently', 'chord G', 'dynamic p', :crescendo], [], [:hairpin_end], ['chord D7/F#', 'words dolce', 'dynamic mf'], [], ['rehearsal B'],
                              %i[diminuendo hairpin_end], ['words A tempo', 'chord Em'], []])
    expect(full.bars.map { [_1.tempo, _1.clef] }).to eq([[90, nil], [90, nil], [120, 'tenor'], [120, 'tenor']])
    expect([full.tempo, full.clef, full.notices]).to eq([90, 'bass', []])
  end

  it 'goes out as ABC and as MusicXML, and comes back' do
    back(full).each { |read| expect([read.bars, read.tempo, read.clef]).to eq([full.bars, 90, 'bass']) }
  end

  it 'is drawn in the clef of the player, with its changes only where the tune is written in that clef' do
    clefs = %w[cello viola].to_h { |id| [id, Nokogiri::XML(xml(full, instrument: instrument(id))).xpath('//clef').map { _1.text.split.join }] }
    expect(clefs).to eq('cello' => %w[F4 C4], 'viola' => %w[C3])
  end

  it 'is moved with the tune where it names notes' do
    moved = full.up(Fawnmoss::Theory::Interval.new(steps: 1, semitones: 2))
    expect(said(moved).flatten.grep(/chord/)).to eq(['chord A', 'chord E7/G#', 'chord F#m'])
    expect(said(moved).flatten - said(full).flatten).to eq(['chord A', 'chord E7/G#', 'chord F#m'])
  end

  it 'stays whole in some bars of a tune: half a hairpin is none, the tempo and key are those of its first bar' do
    tune = abc('!<(!G A B|c d !<)!e|[K:D][Q:1/4=60]!>(!f e d!>)!|', Q: '1/4=90')
    some = Fawnmoss::Score::Excerpt.bars(tune, [2, 3])
    expect(said(some)).to eq([[], [], [], [:diminuendo], [], [:hairpin_end]])
    last = Fawnmoss::Score::Excerpt.bars(tune, [3])
    expect([last.tempo, last.key.name, said(last).flatten]).to eq([60, 'D major', %i[diminuendo hairpin_end]])
    expect(back(last).map(&:bars)).to all(satisfy { |bars| bars.first.notes == last.bars.first.notes.map.with_index(1) { |note, at| note.copy(id: "n#{at}") } })
  end

  it 'says so when a hairpin has no beginning or no end' do
    ['!<(!G A B|', 'G A B!>)!|', '!<(!G A !>(!B|c3!>)!|'].each do |body|
      expect(abc(body).notices).to eq(['Left out: a hairpin without a beginning or an end.']), body
    end
    expect(said(abc('!<(!G A !<)!!>(!B|c3!>)!|'))).to eq([[:crescendo], [:hairpin_end], [:diminuendo], [:hairpin_end]])
  end

  it 'takes quoted text for a chord only where it is one' do
    chords = %w[G Bb F#m7 Am/C Cmaj7 Dsus4 E7b9 B°7 C+ G6/9]
    read = abc("#{(chords + ['Fine', '^G', 'Dolce', 'Add bow', 'D.C.']).map { "\"#{_1}\"G" }.join(' ')}|")
    expect(said(read).flatten).to eq([*chords.first(9).map { "chord #{_1}" }, 'words G6/9', 'words G', 'words Dolce', 'words Add bow'])
    expect(read.bars.last.signs).to eq(%i[fine da_capo])
  end

  it 'gives a jump before the first note of a bar to the bar before, but to a bar of one note its own' do
    jumps = { 'G A B|"^Fine"G3|' => [[], [:fine]], 'G A B|!D.C.!G A B|' => [[:da_capo], []], 'G A B|G A B|"^D.C."' => [[], [:da_capo]], '!fine!G3|c3|' => [[:fine], []] }
    jumps.each { |body, signs| expect(abc(body).bars.map(&:signs)).to eq(signs), body }
  end

  describe 'sung' do
    it 'stands under its notes as ABC aligns it: hyphens, held and left out notes, bar lines, verses' do
      read = abc("G A B|c z d|e f g|\nw: Row- ing home~to | sea_ | * well\\-done, all\nw: sec- ond\nG3|\nw: end")
      expect(sung(read)).to eq(['Row-', 'ing', 'home to', 'sea', nil, nil, nil, 'well-done,', 'all', 'end'])
      expect(sung(read, 1)).to eq(['sec-', 'ond', *([nil] * 8)])
      back(read).each { expect(_1.bars).to eq(read.bars) }
    end

    it 'is left out where it has no notes, and what is too much stays out' do
      expect(abc("G A B|\nw: a b c d e f").notices).to eq([])
      expect(Fawnmoss::Notation::Abc.read("X:1\nT:T\nM:3/4\nL:1/4\nK:G\nw: lost\nG3|").notices).to eq(['Left out: words without music.'])
      expect(abc("G A B|\n#{(1..9).map { "w: #{_1}" }.join("\n")}").notes.first.lyrics.map(&:text)).to eq(%w[1 2 3 4 5 6])
    end
  end

  # A score in parts: each the XML of its bars.
  def score(*parts)
    names = parts.each_index.map { "<score-part id=\"P#{_1}\"><part-name>Part #{_1}</part-name></score-part>" }
    "<score-partwise><part-list>#{names.join}</part-list>#{parts.each_with_index.map { |bars, at| "<part id=\"P#{at}\">#{bars}</part>" }.join}</score-partwise>"
  end

  def measure(inside, number = 1) = "<measure number=\"#{number}\">#{'<attributes><divisions>1</divisions></attributes>' if number == 1}#{inside}</measure>"
  def note(letter, voice: 1, length: 1) = "<note><pitch><step>#{letter}</step><octave>4</octave></pitch><duration>#{length}</duration><voice>#{voice}</voice></note>"
  def direction(type, more = '') = "<direction><direction-type>#{type}</direction-type>#{more}</direction>"

  describe 'in MusicXML' do
    def read(text, **which) = Fawnmoss::Notation::MusicXml.read(text, **which)

    it 'stands at the note it is written at, whichever voice is taken' do
      bar = measure("#{direction('<words>sweetly</words>')}#{note('C')}#{direction('<dynamics><f/></dynamics>')}#{note('D')}<backup><duration>2</duration></backup>" \
                    "#{direction('<dynamics><p/></dynamics>', '<voice>2</voice>')}#{note('E', voice: 2, length: 2)}")
      expect(said(read(score(bar), voice: '1'))).to eq([['words sweetly'], ['dynamic f']])
      expect(said(read(score(bar), voice: '2'))).to eq([['words sweetly', 'dynamic p', 'dynamic f']]).or eq([['words sweetly', 'dynamic p']])
    end

    it 'lends a part what is written for all in another: tempo, rehearsal marks, where to go on' do
      first = [measure("#{direction('<words>Quick</words>', '<sound tempo="132"/>')}#{direction('<dynamics><ff/></dynamics>')}#{note('C')}"),
               measure("#{direction('<rehearsal>A</rehearsal>')}#{note('D')}#{direction('<words>D.C.</words>', '<sound dacapo="yes"/>')}", 2)].join
      taken = read(score(first, measure(note('E')) + measure(note('F'), 2)), part: 1)
      expect([taken.tempo, said(taken), taken.bars.map(&:signs)]).to eq([132, [['words Quick'], ['rehearsal A']], [[], [:da_capo]]])
    end

    it 'reads chord symbols by kind, by printed text and by degrees' do
      kinds = { '<kind>minor-seventh</kind>' => 'Gm7', '<kind text="-7">minor-seventh</kind>' => 'G-7', '<kind>major</kind>' => 'G', '<kind text="sus">other</kind>' => 'Gsus',
                '<kind>dominant</kind><degree><degree-value>9</degree-value><degree-alter>-1</degree-alter><degree-type>add</degree-type></degree>' => 'G7addb9' }
      kinds.each do |kind, printed|
        expect(said(read(score(measure("<harmony><root><root-step>G</root-step></root>#{kind}</harmony>#{note('G')}"))))).to eq([["chord #{printed}"]])
      end
    end

    it 'reads a tempo from a metronome alone, in any unit, and holds one inside a bar from the next' do
      dotted = direction('<metronome><beat-unit>quarter</beat-unit><beat-unit-dot/><per-minute>60</per-minute></metronome>')
      tune = read(score(measure("#{dotted}#{note('C')}#{direction('<words>slower</words>', '<sound tempo="45.4"/>')}#{note('D')}") + measure(note('E'), 2)))
      expect([tune.bars.map(&:tempo), said(tune)]).to eq([[90, 45], [[], ['words slower'], []]])
    end
  end

  it 'is heard: the play-along and MIDI go quicker where the tempo does, repeats in their turn, clicks too' do
    tune = abc('|:G A B|[Q:1/4=180]c d e:|', Q: '1/4=90')
    schedule = Fawnmoss::Practice::PlayAlong.of(chart(tune))
    expect(schedule.notes.map { [_1.at, _1.length] }).to eq([[0, 1], [1, 1], [2, 1], [3, 1/2r], [7/2r, 1/2r], [4, 1/2r], [9/2r, 1], [11/2r, 1], [13/2r, 1], [15/2r, 1/2r], [8, 1/2r],
                                                             [17/2r, 1/2r]])
    expect([schedule.length, schedule.bars, schedule.clicks[:written].map(&:first)]).to eq([9, [[1, 0, 3], [2, 3, 3/2r]], [0, 1, 2, 3, 7/2r, 4]])
    bytes = Fawnmoss::Notation::Midi.write(tune, instrument: instrument('violin'), tempo: 60, count_in: false)
    expect(Fawnmoss::Notation::MidiIn.read(bytes).bars.map(&:tempo)).to eq([60, 120, 60, 120])
  end

  it 'comes back from whatever mixture, through either format' do
    random = Random.new(31)
    kinds = ['"Am"', '"^softly"', '!p!', '!sfz!', '[P:C]', '!<(!', '!>(!', '"D7/F#"', '"_x \\% y"']
    60.times do
      notes = Array.new(9) { |at| "#{kinds.sample(random: random) if random.rand < 0.5}#{'GABcdefg'[random.rand(8)]}#{'!<)!' if random.rand < 0.2}#{'|' if at % 3 == 2}" }
      words = Array.new(random.rand(12)) { ['la', 'so-', '*', '_', '|', 'oh~my', 'a\\-b', '50\\%'].sample(random:) }
      tune = abc("#{notes.join(' ')}\nw: #{words.join(' ')}")
      back(tune).each { |read| expect(read.bars).to eq(tune.bars) }
    end
  end

  # verovio (support/node/verovio.mjs) reads the same parts. It takes some words for a dynamic in one of them (a song by Debussy).
  it 'is found in strangers’ scores as often as verovio finds it: dynamics, hairpins, what is sung' do
    parts = Strangers.single_voices(bare: false).select { |name, _| !name.start_with?('ActorPrelude') || name.match?(/Violin|Viola|Contrabass/) }
    counts = References.node('verovio', parts.map(&:last)).zip(parts).map do |mei, (_, text)|
      mei = Nokogiri::XML(mei).remove_namespaces!
      tune = Fawnmoss::Notation::MusicXml.read(text)
      kinds = tune.notes.flat_map { _1.directions.to_a.map(&:kind) }.tally
      sung = mei.xpath('//syl').count { _1.text.match?(/[^[:space:]]/) }
      [[mei.xpath('//dynam').size, mei.xpath('//hairpin').size, sung], [kinds[:dynamic].to_i, kinds[:hairpin_end].to_i, tune.notes.sum { _1.lyrics.to_a.compact.size }]]
    end
    expect(counts.map { |_, own| own.drop(1) }).to eq(counts.map { |their, _| their.drop(1) })
    expect(counts.count { |their, own| their[0] != own[0] }).to eq(1)
    expect(counts.map(&:last).transpose.map(&:sum)).to eq([97, 40, 530])
  end
end
