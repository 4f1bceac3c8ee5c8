# frozen_string_literal: true

require_relative 'spec_helper'

# When a hand may leave home, and how a bowing comes out right: the guide's sections of these names (a panel of teachers); the tunes are ours.
RSpec.describe 'economy' do
  def full(body, id: 'violin', **more)
    settings = more.slice(:meter, :key, :unit)
    chart(tune(body, **settings), id, version: 'full', **more.except(*settings.keys))
  end

  def shifts(chart) = chart.entries.each_cons(2).count { |from, to| !from.place.hand.same_spot?(to.place.hand) }
  def fingered(chart) = chart.entries.map { |entry| "#{chart.request.instrument.string_names[entry.place.string]}#{entry.place.finger}" }.join(' ')
  def joins(chart) = chart.entries.map(&:join)
  def added(chart) = chart.entries.select(&:added).map { _1.note.id }

  describe 'of the left hand' do
    it 'never has more shifts because more positions are allowed, where first position has all notes' do
      demo_tunes.first(9).product(%w[violin cello]).each do |score, id|
        own = instrument(id)
        low = nearest(score, id, version: 'full', positions: ['1']) or next
        wide = Fawnmoss::Chart::Solve.call(score, low.request.copy(positions: own.hand.position_names.first(4)), catalogue)
        expect([score.title, id, shifts(wide)]).to eq([score.title, id, 0])
      end
    end

    it 'stays at home in a reel that rocks over two strings, at any tempo' do
      [60, 104, 160].each { |tempo| expect(shifts(full('A/F/D/F/ A/F/D/F/|B/G/E/G/ B/G/E/G/|A/F/D/F/ A/F/D/F/|D4|', positions: %w[1 3], tempo:))).to eq(0) }
    end

    it 'goes up for a high note and stays for the phrase, or comes back later, but never away and back within a bar' do
      solved = full("e c A e|a c' a e|c A B c|A4|", key: 'Am', positions: %w[1 3], tempo: 96)
      expect(shifts(solved)).to be_between(1, 2)
      expect(solved.entries.select(&:shift).map { _1.note.bar }.tally.values.max).to eq(1)
    end

    it 'does not pass over the open string next to the hand' do
      expect(fingered(full('C E G E|C4|', id: 'bass', key: 'C', transpose: Fawnmoss::Theory::Interval.octaves(-1)))).to eq('A2 D1 G0 D1 A2')
    end

    it 'takes the open string, not 4, where the next note is on the next string anyway, unless 4 keeps a slur on its string' do
      jig = { meter: '6/8', unit: '1/8', key: 'Edor', tempo: 162 }
      expect([fingered(full('B ^c d e2 f|e f e d B2|', **jig)), fingered(full('B (d e) f3|', **jig))])
        .to eq(['A1 A2 A3 E0 E1 E0 E1 E0 A3 A1', 'A1 A3 A4 E1'])
      expect(fingered(full('B ^c d e2 f|e f e d B2|', **jig, fourth: 'fourth'))).to start_with('A1 A2 A3 A4 E1')
      expect(fingered(full('d e d2 B2|', **jig))).to eq('A3 A4 A3 A1')
    end

    it 'keeps one finger for a note that is come back to within the bar' do
      solved = full('c A A E A A|c A c e d c|', meter: '6/8', unit: '1/8', key: 'G', tempo: 150)
      expect(fingered(solved)).to start_with('A2 D4 D4 D1 D4 D4 A2')
      expect(fingered(full('E ^G E A ^G A|B4 z2|', meter: '6/8', unit: '1/8', key: 'Am', tempo: 150))).to eq('D1 D3 D1 D4 D3 D4 A1')
    end

    # Quick crossings cost much, but a fourth finger that is not learnt is no way out of them: the note has to need it.
    it 'asks a hand without the fourth finger for it only where no open string has the note' do
      (starter_tunes + demo_tunes).product(%w[violin viola]).each do |score, id|
        open = instrument(id).open.map(&:midi)
        chart = nearest(score, id) or next
        needless = chart.entries.reject { _1.place.double? }.select { _1.place.finger == 4 && open.include?(_1.note.pitch.midi) }
        expect([score.title, id, needless.map { _1.note.bar }]).to eq([score.title, id, []])
      end
      expect(fingered(chart(tune('e g b g|e4|', key: 'G'), tempo: 160))).to start_with('E0 E2 E4 E2')
    end

    it 'is at home in half position on the bass where flats are about, and keeps one finger for one note' do
      flats = chart(tune('B, C D E|F D B, D|E G B G|F4|', key: 'Bb'), 'bass', transpose: Fawnmoss::Theory::Interval.octaves(-1))
      expect(flats.entries.reject { _1.place.open? }.map { _1.place.hand.name }.uniq).to eq(['half'])
      expect(shifts(chart(tune('D E F A|G F E D|', key: 'D'), 'bass', transpose: Fawnmoss::Theory::Interval.octaves(-1)))).to eq(0)
      home = ->(*names, positions: %w[half 1]) { Fawnmoss::Fingering::Home.of(instrument('bass'), names.map { Fawnmoss::Theory::Pitch.parse(_1) }, positions) }
      expect([home.call('Bb2', 'D3'), home.call('B2', 'Bb2', 'F#3'), home.call('D3'), home.call('Bb2', positions: ['1']), home.call('B2', positions: ['half'])])
        .to eq(%w[half 1 1 1 half])
      expect(Fawnmoss::Fingering::Home.of(instrument('cello'), [Fawnmoss::Theory::Pitch.parse('Bb2')], %w[half 1])).to eq('1')
    end

    it 'plays 1-2-4 in an open cello hand as long as it is open' do
      expect(fingered(full('B, ^C B, A,|G,4|', id: 'cello', key: 'D', transpose: Fawnmoss::Theory::Interval.octaves(-1)))).to start_with('G2 G4 G2 G1')
    end

    # Every key, both modes, one and two octaves: with the positions of the full version a finger never slides in a hand that stays.
    it 'lets no finger slide in a scale where another chart does without' do
      Fawnmoss::Catalogue::INSTRUMENTS.product(%w[C G D A E B F# Db Ab Eb Bb F], %w[major melodic-minor], [1, 2]).each do |id, tonic, kind, octaves|
        positions = instrument(id).positions.fetch('full')
        key = Fawnmoss::Theory::Key.parse("#{tonic} #{kind == 'major' ? 'major' : 'minor'}")
        exercise = Fawnmoss::Practice::Scale.new(instrument: instrument(id), key:, kind:, octaves:, positions:).exercise
        solved = Fawnmoss::Chart::Solve.call(exercise.tune, Fawnmoss::Chart::Request.build(instrument: instrument(id), version: 'full', positions:), catalogue)
        slides = solved.entries.map(&:place).each_cons(2).count do |from, to|
          !from.open? && from.finger == to.finger && from.string == to.string && from.semitones != to.semitones && from.hand.same_spot?(to.hand)
        end
        expect([id, tonic, kind, octaves, slides]).to eq([id, tonic, kind, octaves, 0])
      rescue Fawnmoss::InvalidInput
        next # no such key, or it does not fit the instrument
      end
    end

    it 'plays B major on the violin in one hand where second position is allowed' do
      key = Fawnmoss::Theory::Key.parse('B major')
      exercise = Fawnmoss::Practice::Scale.new(instrument: instrument('violin'), key:, octaves: 2, positions: %w[1 2]).exercise
      solved = Fawnmoss::Chart::Solve.call(exercise.tune, Fawnmoss::Chart::Request.build(instrument: instrument('violin'), version: 'full', positions: %w[1 2]), catalogue)
      expect(shifts(solved)).to be <= 2
    end
  end

  describe 'of the bow' do
    it 'begins a new phrase down: lifts after its long note, or takes two short notes into one bow' do
      march = full('D3/2E/ F D|G F E D|A B A F|G E D2|D3/2E/ F D|G F E D|A F E F|D4|', meter: '4/4', tempo: 104)
      expect(march.entries.select { _1.note.at.zero? && [1, 5].include?(_1.note.bar) }.map(&:direction)).to eq(%i[down down])
    end

    it 'mends one stroke too many by a slur of its own, which is dashed, named and refused' do
      body = 'A d d c/B/|A F A F|G E E F/G/|A4|'
      solved = full(body, tempo: 104)
      expect(added(solved)).to eq(%w[n5 n14])
      expect(solved.entries[4]).to have_attributes(join: :slur, direction: :up, added: true)
      expect(solved.entries.select { _1.note.at.zero? }.map(&:direction).uniq).to eq([:down])
      refused = full(body, tempo: 104, pins: [pin('n5', join: :change)])
      expect(refused.entries[4]).to have_attributes(added: false, join: :change, pinned: [:join])
      expect(Fawnmoss::Chart::Export.write(solved, 'abc')).to include('.(')
      expect(Fawnmoss::Chart::Export.write(solved, 'musicxml')).to include('line-type="dashed"')
      expect(Fawnmoss::Chart::Export.write(solved, 'text')).to include('(-)')
    end

    it 'makes no slur of its own as it comes, over a jump, over one pitch, over dots, or without leave' do
      body = 'A d d c/B/|A4|'
      expect(added(full(body, tempo: 104, bowing: 'comes'))).to eq([])
      expect(added(full(body, tempo: 104, joins: %i[hook lift]))).to eq([])
      ['A d d f/D/|A4|', 'A d d B/B/|A4|', 'A d d .c/.B/|A4|'].each { |other| expect(added(full(other, tempo: 104)) & ['n5']).to eq([]) }
      expect(added(full(body, tempo: 28))).to eq([]) # slow notes have a bow of their own
    end

    it 'leaves slurs to a page that has some' do
      expect(added(full('(A d) d c/B/|A4|(A d) d2|A4|', tempo: 104))).to eq([])
    end

    it 'bows bars of one rhythm alike' do
      solved = full('D3/2E/ F|G F E|A3/2G/ F|D3|A3/2B/ A|G F E|D3/2E/ F|D3|', meter: '3/4', tempo: 100)
      bars = solved.entries.group_by { _1.note.bar }
      ways = [1, 3, 5, 7].map { |bar| bars[bar].drop(1).map(&:join) }
      expect(ways.uniq.size).to eq(1)
      expect(ways.first).to eq(%i[hook change])
    end

    it 'hooks the dotted figure of a bar of five strokes in compound time, so that it ends up' do
      bar = full('D3/2E/D G2 G|A3|', meter: '6/8', unit: '1/8', tempo: 84).entries.first(5)
      expect(bar.map(&:direction)).to eq(%i[down down up down up])
    end

    it 'keeps a quick tune between the middle and the upper half, without whole bows' do
      reel = full('A d/c/ B/A/G/F/|E/F/G/E/ F/G/A/F/|G/A/B/G/ A/F/D/F/|E/D/C/E/ D2|', tempo: 120)
      lengths = reel.entries.map { (_1.bow[1] - _1.bow[0]).abs }
      expect(lengths[0..-2].max).to be <= 0.7
      expect(reel.entries.sum { _1.bow.sum / 2 } / reel.entries.size).to be_between(0.45, 0.75)
    end

    it 'gives half notes and whole notes at 76 a whole bow each' do
      expect(full('D2 E2|F4|G2 E2|D4|', tempo: 76).entries.map { (_1.bow[1] - _1.bow[0]).abs }.uniq).to eq([1.0])
    end

    it 'finds phrases by their long last notes, at even numbers of bars, or where the teacher cuts' do
      starts = ->(body, cuts = nil, **more) { tune(body, **more).then { |score| Fawnmoss::Analysis::Phrases.new(score, score.played).starts(cuts) } }
      expect(starts.call('D E F G|A G F E|D E F G|A2 F2|D E F G|A4|')).to eq(Set[14])
      expect(starts.call('D E F G|A4|D E F G|A4|')).to eq(Set[5])
      expect(starts.call('D E F z|D E F z|D E F z|D4|')).to eq(Set[6])
      expect(starts.call('D E F G|A G F E|', %w[n3])).to eq(Set[3])
      expect(starts.call('D E F G||A G F E|')).to eq(Set[4])
    end
  end
end
