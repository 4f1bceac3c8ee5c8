# frozen_string_literal: true

require_relative 'spec_helper'
require 'midilib'

# A tune played as music. What a phrase grows to, that its end is light, and what a breath takes are common practice, no source; numbers are the guide's where it
# has any, else ours.
RSpec.describe Fawnmoss::Shape do
  def wish(**said) = Fawnmoss::Shape::Wish.build(**said)
  def shaped(tune, id = 'violin', said: {}, **more) = chart(tune, id, shape: wish(**said), **more)
  def levels(chart) = chart.entries.map { _1.shape.level }
  def goals(chart) = chart.entries.select { _1.shape.goal }.map { [_1.note.bar, _1.note.pitch.to_s] }

  def curve(tune, set: {}, phrases: nil)
    heads = Fawnmoss::Fingering::Sounds.of(tune.played).map(&:first)
    phrases ||= Fawnmoss::Analysis::Phrases.new(tune, heads).list
    Fawnmoss::Shape::Curve.new(Fawnmoss::Shape::Wants.new(tune, heads, phrases, catalogue.shape), catalogue.shape, set:)
  end

  let(:hill) { tune('D E F G | A B c B | d c B A | D4') }
  let(:lavender) { tune('D A A | A/G/F/E/ D | D B B | B3 | D A A | A/G/F/E/ D | G F E | D3', meter: '3/4') }

  describe 'loudness' do
    it 'rises with the line to the highest note on a strong beat, falls with it, and is lightest at the end' do
      chart = shaped(hill)
      expect(goals(chart)).to eq([[3, 'D5']])
      up, down = levels(chart).each_slice(9).map(&:itself)
      expect(up.each_cons(2)).to all(satisfy { |one, other| other >= one })
      expect(levels(chart)[8..].each_cons(2)).to all(satisfy { |one, other| other <= one })
      expect([up.last - up.first, up.last - down.last]).to all(be >= 2)
      expect(chart.shape.sentences).to eq(['Bars 1 to 4: grow to bar 3, then let go.'])
    end

    it 'ends a phrase on a weak beat lighter than one on a strong beat' do
      strong = shaped(tune('D E F G | A G F E | D4'))
      weak = shaped(tune('D E F G | A G F E | F D2 z'))
      expect(levels(weak).last).to be < levels(strong).last
    end

    it 'goes by what the page says: a dynamic holds, a hairpin leads to the next, a sudden one is loud at once' do
      chart = shaped(tune('!p!D E F G | !<(!A B c d!<)! | !f!d c B A | !fp!A4 | G F E D'))
      expect(levels(chart).first).to be <= 4
      expect(levels(chart)[8]).to be_between(6, 8)
      expect(levels(chart)[4..7].each_cons(2)).to all(satisfy { |one, other| other > one || other == 10 })
      expect(chart.entries[12].shape.touch).to eq('weight')
      expect(levels(chart)[13]).to be < levels(chart)[8]
      expect(chart.entries[8].shape.reasons).to include('As the page says')
    end

    it 'takes what is pencilled beside the chart for written' do
      pencil = [Fawnmoss::Chart::Pencil.new(kind: :dynamic, note: 'n1', to: nil, text: 'pp')]
      request = Fawnmoss::Chart::Choices.new(shape: wish, pencil:).request(instrument: instrument('violin'), version: 'simple')
      chart = Fawnmoss::Chart::Solve.call(hill, request, catalogue)
      expect(levels(chart).first).to be <= 2
    end

    it 'is softer where a phrase says the same again' do
      chart = shaped(tune('D F A F | G E D2 | D F A F | G E D2'), cuts: ['n7'])
      first, second = levels(chart).each_slice(7).to_a
      expect(second.sum).to be < first.sum - 7
      expect(chart.shape.sentences.last).to start_with('Bars 3 to 4: the same again, softer:')
    end

    it 'goes round what the teacher sets, goal and all, and says what that costs' do
      free = shaped(lavender)
      chart = shaped(lavender, said: { levels: { 'n3' => 9 } })
      expect([levels(chart)[2], chart.entries[2].shape.set, chart.entries[2].shape.reasons.first]).to eq([9, true, 'Set by you'])
      expect(levels(chart)[1]).to be > levels(free)[1]
      expect(chart.entries[2].shape.prices.min).to be_negative # something else would be better
      expect(free.entries.map { _1.shape.prices.min }).to all(eq(0))
      expect(free.entries.map { |entry| entry.shape.prices[entry.shape.level] }).to all(eq(0))
    end

    it 'costs no more than any other way, tried on short tunes of chance' do
      chance = Random.new(11)
      choices = Fawnmoss::Shape::Curve::CHOICES
      6.times do
        short = tune(Array.new(3) { %w[D E F A d].sample(random: chance) }.join(' '), meter: '3/4')
        own = curve(short)
        least = choices.repeated_permutation(3).filter_map { own.cost_of(_1) }.min
        expect(own.total).to eq(least)
      end
    end

    it 'names as price of a level what the tune costs more when it is set' do
      own = curve(lavender, set: { 7 => 2 })
      [0, 5, 7, 11].product([0, 4, 9]).each do |at, level|
        expect(own.prices(at)[level]).to eq(curve(lavender, set: { 7 => 2, at => level }).total - own.total)
      end
    end

    it 'has one goal a phrase over the whole starter shelf, on four instruments, and turns no bow' do
      turned = starter_tunes.each_with_index.sum do |melody, index|
        id = Fawnmoss::Catalogue::INSTRUMENTS[index % 4]
        plain = chart(melody, id, version: 'full')
        next 0 if plain.is_a?(Fawnmoss::Chart::Impossible)

        music = shaped(melody, id, version: 'full')
        expect([melody.title, music.shape.sounds.count(&:goal)]).to eq([melody.title, music.shape.phrases.size])
        plain.entries.zip(music.entries).count { |one, other| one.direction != other.direction }
      end
      expect(turned).to eq(0)
    end
  end

  describe 'the bow' do
    it 'gives a loud note more of it than a soft one, and where there is no more to give the bridge' do
      quick = { 'n5' => 10, 'n6' => 10, 'n9' => 0, 'n10' => 0 }
      chart = shaped(tune('D E F G | A B A G | F G F E | D4'), said: { levels: quick }, version: 'full', tempo: 120)
      loud, soft = [4, 8].map { |at| (chart.entries[at].bow[1] - chart.entries[at].bow[0]).abs }
      expect(loud).to be > soft * 1.3
      expect([chart.entries[4].shape.zone, chart.entries[8].shape.zone]).to match([be > 3, be < 3])
      long = shaped(tune('D4 | D4'), said: { levels: { 'n1' => 9 } }, tempo: 60)
      expect(long.entries.first.shape.zone).to eq(5) # the whole bow is used anyway
    end

    it 'keeps bow for the end of a crescendo under one slur, and spends it first in a diminuendo' do
      up = shaped(tune('!p!!<(!(D E F !f!!<)!G) | A4'), version: 'full')
      shares = up.entries.first(4).map { (_1.bow[1] - _1.bow[0]).abs }
      expect(shares.last).to be > shares.first * 1.3
      expect(up.entries.first.bow_words).to end_with('keep bow for the end')
      down = shaped(tune('!f!!>(!(G F E !p!!>)!D) | D4'), version: 'full')
      expect(down.entries.first.bow_words).to end_with('spend it first')
    end

    it 'lays weight on the first note of a bow and on first beats, and lightens the second of a pair that dances' do
      dance = shaped(tune('(D/E/) (F/G/) | (A/G/) (F/E/) | (D/F/) A | D2', meter: '2/4'), version: 'full', tempo: 100)
      expect(dance.entries.first(4).map { _1.shape.touch }).to eq(%w[weight light weight light])
      slow = shaped(tune('(DE) (FG) | (AG) (FE) | D4'), version: 'full', tempo: 60)
      expect(slow.entries.map { _1.shape.touch }).not_to include('light')
    end
  end

  describe 'a breath' do
    it 'takes an eighth of a note at the end of a phrase, a sixteenth of a long one, nothing where a rest follows' do
      score = tune('D E F G | A2 G z | F G A B | A2 D2 | d4 | D E F D | D4')
      chart = shaped(score, cuts: %w[n7 n13 n14 n18], tempo: 60)
      expect(chart.entries.select { _1.shape.breath }.map { [_1.note.id, _1.shape.breath] }).to eq([['n13', 1/16r], ['n14', 1/16r], ['n18', 1/8r]])
    end

    it 'is heard: play-along and MIDI end the note sooner, and are as loud as the curve' do
      chart = shaped(lavender)
      plain = chart(lavender)
      heard, before = [chart, plain].map { Fawnmoss::Practice::PlayAlong.of(_1) }
      expect([heard.notes[11].length, before.notes[11].length]).to eq([before.notes[11].length * 15/16r, 3])
      expect(heard.notes.map(&:loud)).to eq(chart.entries.map { _1.shape.decibels })
      expect(before.to_answer[:notes].first).not_to have_key(:loud)
      velocities = velocities(chart)
      expect(velocities[3]).to be > velocities[0]
      expect(velocities[3]).to be > velocities[11]
      expect(velocities(plain).uniq).to eq([Fawnmoss::Notation::Midi::LOUDNESS])
    end

    def velocities(chart)
      sequence = MIDI::Sequence.new
      sequence.read(StringIO.new(Fawnmoss::Chart::Export.write(chart, 'midi')))
      sequence.tracks[1].events.grep(MIDI::NoteOn).select { _1.channel.zero? && _1.velocity.positive? }.map(&:velocity)
    end
  end

  describe 'two verses' do
    it 'are not alike: softer, whispering, an octave higher where the hand has it, the last line broader' do
      soft = Fawnmoss::Practice::PlayAlong.of(shaped(lavender)).verse
      expect([soft.how, soft.decibels, soft.up, soft.broad]).to eq(['softer', -4.0, 0, [12, 11/10r]])
      higher = shaped(lavender, said: { verse: 'octave' }, positions: %w[1 3])
      expect([higher.shape.octave?, Fawnmoss::Practice::PlayAlong.of(higher).verse.up]).to eq([true, 12])
      out = shaped(tune('e f g e | e4'), said: { verse: 'octave' })
      expect([out.shape.octave?, out.shape.verse.how]).to eq([false, 'softer'])
      expect(Fawnmoss::Practice::PlayAlong.of(shaped(lavender, said: { verse: 'alike' })).verse.broad).to be_nil
    end

    it 'begin the broad last line where its last repeat does' do
      twice = shaped(tune('|: D E F G | A4 :|: F G A F | D4 :|'))
      expect(Fawnmoss::Practice::PlayAlong.of(twice).verse.broad.first).to be >= 20
    end
  end

  describe 'on paper' do
    it 'has hairpins and a dynamic in MusicXML and ABC, every hairpin closed, none where the page has its own' do
      xml = Nokogiri::XML(Fawnmoss::Chart::Export.write(shaped(lavender), 'musicxml'))
      expect(xml.xpath('//wedge/@type').map(&:text)).to eq(%w[crescendo stop diminuendo stop] * 2)
      expect(xml.xpath('//dynamics/*').map(&:name)).to eq(%w[mf])
      back = Fawnmoss::Notation::Abc.read(Fawnmoss::Chart::Export.write(shaped(lavender), 'abc'))
      expect(back.notes.flat_map(&:directions).map(&:kind)).to eq(%i[dynamic] + (%i[crescendo hairpin_end diminuendo hairpin_end] * 2))
      own = tune('!p!D E F G | A B c B | d c B A | D4')
      expect(Nokogiri::XML(Fawnmoss::Chart::Export.write(shaped(own), 'musicxml')).xpath('//wedge')).to be_empty
    end

    it 'tells nothing and costs nothing where it is not asked for' do
      plain = chart(lavender)
      expect(plain.to_h).not_to have_key(:shape)
      expect(plain.to_h[:notes].first).not_to have_key(:shape)
      expect(plain.demand_bars.keys & %w[scale.swell bow.dynamics tune.phrases]).to be_empty
    end

    it 'asks for what is needed to play so' do
      asked = shaped(lavender).demand_bars
      expect(asked['tune.phrases']).to eq([4])
      expect(asked['scale.swell']).to include(1, 2, 3)
      expect(asked).to have_key('bow.dynamics')
      Fawnmoss::Catalogue::INSTRUMENTS.each { |id| expect(catalogue.path(id).ids).to include('scale.swell', 'bow.dynamics', 'tune.phrases') }
    end
  end

  describe 'vibrato' do
    it 'puts long sung notes under 2 or 3 in the full version of a hand that has it, off until then' do
      long = tune('A4 | B4 | c4 | B4 | A4 | B4 | A4')
      fingers = ->(vibrato, version) { shaped(long, said: { vibrato: }, version:, tempo: 60).entries.map { _1.place.finger } }
      swinging = ->(list) { list.count { [2, 3].include?(_1) } }
      expect(swinging.call(fingers.call(true, 'full'))).to be > swinging.call(fingers.call(false, 'full'))
      expect(fingers.call(true, 'simple')).to eq(fingers.call(false, 'simple'))
    end
  end

  describe 'bad luck' do
    it 'takes a tune of one note, of rests between, without bar lines, with double stops' do
      ['D4', 'D z z2 | z4 | E4', 'D E F G A B c d', '[DA]2 [FA]2 | [DA]4', 'D/E/F/G/ z3'].each do |body|
        chart = shaped(tune(body))
        expect([body, chart.shape.sounds.size]).to eq([body, Fawnmoss::Fingering::Sounds.of(chart.tune.played).size])
        expect { chart.to_h }.not_to raise_error
        %w[musicxml abc midi].each { |format| expect(Fawnmoss::Chart::Export.write(chart, format)).not_to be_empty }
      end
    end

    it 'is linear: a tune five times as long costs five times the choices and no more' do
      once, five = [1, 5].map { |times| curve(tune((['D E F G | A B c B | d c B A | D4'] * times).join(' | '))) }
      expect([once, five].map { _1.levels.size }).to eq([13, 65])
    end

    it 'refuses loudness that there is not, and names the field; forgets what has no note any more' do
      expect { wish(levels: { 'n1' => 11 }) }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where).to eq(field: 'levels') }
      expect { wish(verse: 'backwards') }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.remedy).to include('softer') }
      expect(wish(levels: { 'n1' => 3, 'n9' => 4 }).carried({ 'n1' => 'n2' }).levels).to eq('n2' => 3)
      expect(levels(shaped(hill, said: { levels: { 'n99' => 3 } }))).to eq(levels(shaped(hill)))
    end
  end
end
