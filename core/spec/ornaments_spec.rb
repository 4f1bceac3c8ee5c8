# frozen_string_literal: true

require_relative 'spec_helper'

# Trills and grace notes: with which finger, when, and in which format.
RSpec.describe Fawnmoss::Ornaments do
  def violin(body, **options) = chart(tune(body, key: options.delete(:key) || 'D'), 'violin', **options)
  def sounds(body, tempo: 60, from: 'main', **about) = Fawnmoss::Score::Sounding.of(tune(body, **about).played, tempo:, from:).map { [_1.pitch.to_s, _1.at, _1.length] }

  describe 'the upper note of a trill' do
    it 'is the next one up in the key, as accidentals before it in the bar have it' do
      uppers = ->(body, key) { tune(body, key:).played.filter_map(&:trill).map(&:to_s) }
      expect(uppers.call('TB Te TG TA|', 'D')).to eq(%w[C#5 F#5 A4 B4])
      expect(uppers.call('TB TE Td TA|', 'F')).to eq(%w[C5 F4 E5 Bb4])
      expect(uppers.call('^c TB =c TB|TB4|', 'C')).to eq(%w[C#5 C5 C5])
    end

    it 'is played on the same string in the same hand: the next finger, one behind it or an opened hand' do
      upper = lambda do |id, body, **more|
        made = nearest(tune(body, key: 'D'), id, **more)
        made.entries.map { [_1.place.finger, _1.trill&.finger, _1.trill && (_1.trill.string == _1.place.string)] }
      end
      expect(upper.call('violin', 'TB TF TE TA|')).to eq([[1, 2, true], [2, 3, true], [1, 2, true], [0, 1, true]])
      expect(upper.call('cello', 'TE TF2|')).to eq([[1, 3, true], [3, 4, true]])
      expect(upper.call('bass', 'TE,4|')).to eq([[1, 4, true]])
    end

    it 'costs something under an open string, much with the fourth finger of violin and viola, most out of the hand' do
      first = ->(finger, string = 'D') { Fawnmoss::Fingering::Candidates.new(instrument('violin'), ['1']).for(pitch({ 0 => 'D4', 2 => 'F#4', 3 => 'G4', 4 => 'A4' }[finger])).find { _1.finger == finger && instrument('violin').string_names[_1.string] == string } }
      term = Fawnmoss::Fingering::Costs::Trill.new(catalogue.setting(Fawnmoss::Chart::Request.build(instrument: instrument('violin')), 72))
      notes = tune('TD TF TG TA|', key: 'D').played
      cost = ->(finger, note) { term.cost(Fawnmoss::Fingering::Step.new(to: first.call(finger), note:)) }
      expect([0, 2, 3, 4].zip(notes).map { |finger, note| cost.call(finger, note) }).to eq([150, 0, 2000, 4000])
      expect(cost.call(3, tune('G4|').played.first)).to eq(0)
    end

    it 'moves the hand where that spares the fourth finger and costs little' do
      plain = violin('z4|G4|z4|', key: 'G', version: 'full')
      trilled = violin('z4|TG4|z4|', key: 'G', version: 'full')
      expect([plain, trilled].map { |made| made.entries.map { [_1.place.finger, _1.place.hand.name, _1.trill&.finger] } }).to eq([[[3, '1', nil]], [[1, '3', 2]]])
      expect(violin('z4|TG4|z4|', key: 'G').entries.map { [_1.place.finger, _1.trill.finger] }).to eq([[3, 4]]) # a pupil in first position
    end

    it 'is said when the hand does not reach it' do
      made = chart(tune('TG,4|', key: 'C'), 'cello')
      expect(made.entries.first.trill).to be_nil
      expect(made.to_h[:notes].first[:ornaments]).to eq(['The hand does not reach A here: play it without the trill, or mark another place.'])
    end
  end

  describe 'grace notes' do
    it 'are fingered in the hand of their note, the cheapest way there' do
      made = violin('D {EF}G {B}A2|{e}d4|{FED}E4|')
      expect(made.entries.map { |entry| entry.graces.map { "#{%w[G D A E][_1.string]}#{_1.finger}" } }).to eq([[], %w[D1 D2], %w[A1], %w[E0], %w[D2 D1 D0]])
      expect(made.to_h[:notes][1].slice(:graces, :ornaments)).to eq(
        graces: [{ written: 'E4', string: 'D', finger: 1, position: '1' }, { written: 'F#4', string: 'D', finger: 2, position: '1' }],
        ornaments: ['Grace notes E 1, F sharp 2, before the beat, in the same bow.']
      )
    end

    it 'keep printed fingers that can be played, and say when they are out of reach' do
      expect(violin('D {!4!A}B2 z|').entries[1].graces.map(&:finger)).to eq([4])
      expect(violin('D {!2!A}B2 z|').entries[1].graces.map(&:finger)).to eq([0])
      made = violin('D {a\'}B2 z|')
      expect([made.entries[1].graces, made.to_h[:notes][1].slice(:graces, :ornaments)]).to eq([nil, { graces: [], ornaments: ['The grace notes lie out of reach: leave them out.'] }])
    end

    it 'do not change how the notes themselves are played' do
      plain, graced = ['D E G A|B2 A2|', 'D {F}E {EF}G A|{c}B2 {B}A2|'].map { violin(_1, version: 'full') }
      expect(graced.entries.map { [_1.place, _1.direction, _1.join] }).to eq(plain.entries.map { [_1.place, _1.direction, _1.join] })
    end
  end

  describe Fawnmoss::Score::Sounding do
    it 'takes grace notes from the note before, half of it at the most, from a rest, or from the note itself where nothing is before' do
      expect(sounds('D {EF}G2 z|')).to eq([['D4', 0, 8/10r], ['E4', 8/10r, 1/10r], ['F#4', 9/10r, 1/10r], ['G4', 1, 2]])
      expect(sounds('D// {EF}G2|', unit: '1/4')).to eq([['D4', 0, 1/8r], ['E4', 1/8r, 1/16r], ['F#4', 3/16r, 1/16r], ['G4', 1/4r, 2]])
      expect(sounds('D z {E}G2|')).to eq([['D4', 0, 1], ['E4', 19/10r, 1/10r], ['G4', 2, 2]])
      expect(sounds('{E}D4|')).to eq([['E4', 0, 1/10r], ['D4', 1/10r, 39/10r]])
    end

    it 'trills from the note itself or from above, and ends on the note itself, before a turned ending' do
      expect(sounds('TD z3|').map(&:first)).to eq(%w[D4 E4 D4 E4 D4 E4 D4])
      expect(sounds('TD z3|', from: 'upper').map(&:first)).to eq(%w[E4 D4 E4 D4 E4 D4 E4 D4])
      expect(sounds('TD z3|').sum(&:last)).to eq(1)
      ending = sounds('TD2 {CD}E2|', key: 'C')
      expect(ending.map(&:first)).to eq([*(%w[D4 E4] * 7), 'D4', 'C4', 'D4', 'E4'])
      expect(ending.last(3)).to eq([['C4', 18/10r, 1/10r], ['D4', 19/10r, 1/10r], ['E4', 2, 2]])
      expect([[1/4r, 240], [1/4r, 60], [4r, 60]].map { |quarters, tempo| [described_class.strokes(quarters, tempo, 'main'), described_class.strokes(quarters, tempo, 'upper')] })
        .to eq([[3, 4], [3, 4], [33, 32]])
    end

    it 'lets both notes of a double stop wait for a grace note' do
      expect(sounds('{E}[DA]4|', key: 'D')).to eq([['E4', 0, 1/10r], ['D4', 1/10r, 39/10r], ['A4', 1/10r, 39/10r]])
    end
  end

  it 'sounds in the play-along and in MIDI, and leaves every other note where it was' do
    made = violin('D {EF}G TA2|', tempo: 60)
    along = Fawnmoss::Practice::PlayAlong.of(made)
    expect(along.notes.map { [_1.id, _1.at, _1.midi] }.first(5)).to eq([['n1', 0, 62], ['n2', 8/10r, 64], ['n2', 9/10r, 66], ['n2', 1, 67], ['n3', 2, 69]])
    expect(along.length).to eq(4)
    sequence = MIDI::Sequence.new.tap { |read| read.read(StringIO.new(Fawnmoss::Chart::Export.write(made, 'midi'))) }
    on = sequence.tracks[1].events.grep(MIDI::NoteOn).select { _1.channel.zero? && _1.velocity.positive? }
    expect(on.map { [_1.note, _1.time_from_start - (4 * 480)] }.first(5)).to eq([[62, 0], [64, 384], [66, 432], [67, 480], [69, 960]])
    upper = violin('TA4|', tempo: 60, trill: 'upper')
    expect(Fawnmoss::Practice::PlayAlong.of(upper).notes.first.midi).to eq(71)
  end

  it 'goes out with its fingers and comes back' do
    made = violin('D {EF}G TA2|')
    expect(Fawnmoss::Chart::Export.write(made, 'text')).to match(/^finger +\| +0 +\(1 2\) 3 +0 tr1$/)
    { 'abc' => nil, 'musicxml' => [1, 2] }.each do |format, fingers|
      back = Fawnmoss::Notation.read(Fawnmoss::Chart::Export.write(made, format), format)
      expect(back.notes.map { [_1.graces&.map(&:to_s), _1.grace_fingers, _1.marks] }).to eq([[nil, nil, []], [%w[E4 F#4], fingers, []], [nil, nil, [:trill]]])
    end
  end
end
