# frozen_string_literal: true

require_relative 'spec_helper'

# Check values: the guide's page on fingering; common practice, no source.
RSpec.describe Fawnmoss::Fingering do
  let(:steps) { tune('D E F G|G F E D|') }
  let(:low_steps) { tune('D, E, F, G,|G, F, E, D,|') }

  it 'fingers the five-note step tune as each instrument does' do
    expect(fingers(chart(steps))).to eq('D0 D1 D2 D3 D3 D2 D1 D0')
    expect(fingers(chart(steps, 'viola'))).to eq('D0 D1 D2 D3 D3 D2 D1 D0')
    expect(fingers(chart(low_steps, 'cello'))).to eq('D0 D1 D3 D4 D4 D3 D1 D0')
    expect(fingers(chart(low_steps, 'bass'))).to eq('D0 D1 D4 G0 G0 D4 D1 D0')
    expect(fingers(chart(steps, version: 'full'))).to eq('D0 D1 D2 D3 D3 D2 D1 D0')
  end

  it 'climbs two octaves of G major in first position' do
    scale = tune('G, A, B, C|D E F G|A B c d|e f g2|', key: 'G')
    expect(fingers(chart(scale))).to eq('G0 G1 G2 G3 D0 D1 D2 D3 A0 A1 A2 A3 E0 E1 E2')
    expect(chart(scale).entries.values_at(10, 14).map { _1.place.placement }).to eq(%i[low low])
  end

  it 'keeps the A on the D string when a slurred tune comes straight back, in the full version only' do
    slurred = tune('(D E F G|A G F E)|D4|')
    expect(fingers(chart(slurred, version: 'full'))).to include('D3 D4 D3')
    expect(fingers(chart(slurred))).to include('D3 A0 D3')
    expect(fingers(chart(slurred, slurs: true))).to include('D3 A0 D3')
  end

  it 'takes the fourth finger where the school asks for it' do
    tune = tune('D E F G|A4|B4|')
    expect(fingers(chart(tune, fourth: 'open'))).to include('A0 A1')
    expect(fingers(chart(tune, fourth: 'fourth'))).to include('D4 A1')
  end

  it 'uses the fourth finger when there is nothing else, and half position on the bass when it must' do
    expect(fingers(chart(tune('b4|')))).to eq('E4')
    low = chart(tune('F,,4|', key: 'C'), 'bass')
    expect(low.entries.first.place.to_h).to include(finger: 1, string: 0)
    expect(low.entries.first.place.hand.name).to eq('half')
  end

  describe 'beyond first position' do
    def played(id, body, key: 'C', **options)
      solved = chart(tune(body, key:), id, version: 'full', tempo: 72, **options)
      names = solved.request.instrument.string_names
      solved.entries.map do |entry|
        place = entry.place
        position = place.open? || place.hand.first? ? '' : "(#{place.hand.name})"
        "#{names[place.string]}#{place.finger}#{position}#{'x' if place.placement == :extended}"
      end.join(' ')
    end

    it 'plays G major in third position 1234 1234' do
      expect(played('violin', 'G A B c|d e f g|', key: 'G', positions: ['3'])).to eq('D1(3) D2(3) D3(3) D4(3) A1(3) A2(3) A3(3) A4(3)')
    end

    it 'plays the step tune on the bass G string with C as 4 in second position, and back' do
      expect(played('bass', 'G, A, B, C|C B, A, G,|', key: 'G')).to eq('G0 G1 G4 G4(2) G4(2) G2(2) G1 G0')
    end

    it 'keeps D sharp in first position as finger 1 drawn back, but reaches for it where 1 would slide to E; E flat as low 1' do
      expect(played('violin', '^D A ^D A|', positions: ['1'])).to start_with('D1x D4 D1x')
      expect(played('violin', '^D E ^D E|', positions: ['1'])).to eq('G4x D1 G4x D1')
      expect(chart(tune('_E4|', key: 'C')).entries.first.place.placement).to eq(:low)
      expect(chart(tune('^D4|', key: 'C')).demand_bars).to include('left.stretch' => [1])
    end

    it 'prepares C sharp on the cello during an open string, and opens the hand from 1 rather than in passing' do
      expect(played('cello', 'D,, E,, ^F,, G,,|', key: 'D')).to eq('C1 C2x C4x G0')
    end

    it 'shifts up to finger 1 and stays there, and starts at home' do
      expect(played('violin', "e f g a|b c' d'2|", key: 'D')).to eq('E0 E1 E2 E1(3) E2(3) E3(3) E4(3)')
      expect(played('violin', 'D B E c|F d G e|', key: 'D')).to start_with('D0 A1 D1 A2')
    end

    it 'opens the cello hand through A major, and stays in half position on the bass where the notes lie there' do
      expect(played('cello', 'A,, B,, ^C, D,|E, ^F, ^G, A,|', key: 'A')).to eq('G1 G2x G4x D0 D1 D2x D4x A0')
      expect(played('bass', 'E,, G,, B,, D,|C, A,, F,, E,,|', key: 'C')).to eq('E0 E4(half) A2(half) D0 A4(half) A0 E1(half) E0')
    end

    it 'comes down two octaves with fourth fingers in that school' do
      expect(played('violin', 'g f e d|c B A G|F E D C|B, A, G,2|', key: 'G', fourth: 'fourth')).to eq('E2 E1 A4 A3 A2 A1 D4 D3 D2 D1 G4 G3 G2 G1 G0')
    end

    it 'takes the G with 4 in second position on the bass where the school wants no open string' do
      places = played('bass', 'F, E, F, G,|F, E, D,2|', fourth: 'fourth').split
      expect(places.values_at(0, 1, 3, 5, 6)).to eq(%w[D2 D1 D4(2) D1 D0])
    end

    it 'shifts once, not twice in a row, in the bass arpeggio of D minor' do
      hands = chart(tune('D, F, A, D|A, F, D,2|', key: 'Dm'), 'bass', version: 'full', tempo: 72).entries.map { _1.place.hand.nut }
      expect(hands.each_cons(3).count { |a, b, c| a != b && b != c }).to eq(0)
    end

    it 'climbs the chromatic scale on the bass from half to first position between first fingers' do
      expect(played('bass', 'D, ^D, E, F,|^F,4|')).to eq('D0 D1(half) D1 D2 D4')
    end

    it 'reaches C sharp on the cello with 4 extended after A, B, C' do
      expect(played('cello', 'A,, B,, C, ^C,|D,4|')).to start_with('G1 G2x G3x G4x') # in an open hand: no finger slides
      expect(played('cello', 'A,, B,, C, C,,|^C,4|')).to eq('G1 G3 G4 C0 G4x')
    end
  end

  # Every price is compared with a plain search over all chains of places.
  describe 'against brute force' do
    # The guide's model written down once more, note by note, over plain lists.
    def cost(lattice, chain)
      terms = lattice.terms
      moves = described_class::Move.all(lattice.sounds.map(&:first), 100)
      settled = 2
      chain.each_index.sum do |index|
        total = terms.placing_cost(chain[index], lattice.sounds[index].first)
        next total if index.zero?

        before = index > 1 ? chain[index - 2].string : nil
        step = described_class::Step.new(from: chain[index - 1], to: chain[index], move: moves[index - 1], settled:, before:)
        settled = step.same_spot? ? [settled + 1, 2].min : 0
        total + [*terms.moving, *terms.returning, terms.rushing].sum { _1.cost(step) }
      end
    end

    def lattice(tune, id, version, positions)
      own = instrument(id)
      setting = described_class::Setting.new(weights: catalogue.weights(id, version), instrument: own, fourth: 'either', learnt: %i[fourth], tempo: 100)
      tables = described_class::Tables.new(setting, positions)
      sounds = described_class::Sounds.of(tune.played)
      candidates = sounds.map { tables.candidates.for_sound(_1) }
      described_class::Solver.new(sounds, candidates, Array.new(sounds.size), described_class::Terms.for(setting), 100, tables).lattice
    end

    [['violin', 'full', %w[1 3], 55..84, 7], ['violin', 'simple', %w[1], 55..83, 7], ['viola', 'full', %w[half 1], 48..76, 7], ['bass', 'simple', %w[half 1], 40..59, 7],
     ['bass', 'full', %w[half 1 2], 40..60, 7], ['cello', 'full', %w[1 2], 36..62, 6]].each do |id, version, positions, range, count|
      it "is the cheapest chain of #{count} notes, and prices the others exactly: #{id}, #{version}" do
        random = Random.new(7)
        reachable = described_class::Candidates.new(instrument(id), positions)
        6.times do
          pitches = Array.new(count) do
            loop do
              midi = random.rand(range)
              spelled = pitch("#{%w[C C# D Eb E F F# G G# A Bb B][midi % 12]}#{(midi / 12) - 1}")
              break spelled if reachable.for(spelled).any?
            end
          end
          slurred = random.rand(2).zero?
          signs = { '#' => '^', 'b' => '_' }
          body = pitches.map { |p| "#{signs[p.name[1]]}#{p.letter}#{p.octave < 4 ? ',' * (4 - p.octave) : "'" * (p.octave - 4)}/" }
          text = "#{'(' if slurred}#{body.join(' ')}#{')' if slurred} z#{8 - count}/"
          lattice = lattice(tune(text, key: 'C'), id, version, positions)
          solution = described_class::Solution.new(lattice)
          chains = lattice.candidates.first.product(*lattice.candidates.drop(1))
          costs = chains.map { cost(lattice, _1) }
          expect(solution.total).to eq(costs.min)
          expect(cost(lattice, solution.places)).to eq(costs.min)
          solution.places.each_index do |index|
            solution.alternatives(index).each do |other|
              best = chains.each_index.select { chains[_1][index].visible == other.place.visible }.map { costs[_1] }.min
              expect(other.extra).to eq(best - costs.min)
            end
          end
        end
      end
    end
  end

  it 'leaves out no place of an opened cello hand that could make a chart cheaper' do
    own = instrument('cello')
    setting = described_class::Setting.new(weights: catalogue.weights('cello', 'full'), instrument: own, fourth: 'either', learnt: %i[fourth stretch], tempo: 90)
    tables = described_class::Tables.new(setting, %w[1 2])
    ['A,, B,, ^C, D,|_B,, C, _E, F,|', 'D, ^F, E, ^G,|A, _B, A, ^F,|', 'E,, ^F,, ^G,, B,,|^C, _E, F, ^F,|'].each do |body|
      sounds = described_class::Sounds.of(tune(body, key: 'C').played)
      charts = %i[for all].map do |which|
        candidates = sounds.map { tables.candidates.send(which, _1.first.pitch) }
        described_class::Solver.new(sounds, candidates, Array.new(sounds.size), described_class::Terms.for(setting), 90, tables).solve
      end
      expect(charts.map(&:total).uniq.size).to eq(1)
      prices = charts.map { |solution| sounds.each_index.map { |at| solution.alternatives(at).to_h { [_1.place.visible, _1.extra] } } }
      expect(prices.first).to eq(prices.last)
    end
  end

  describe 'pins' do
    it 'obeys a pinned place and solves the rest around it' do
      pinned = chart(tune('D E F G|A4|'), pins: [pin('n5', finger: 4)])
      expect(fingers(pinned)).to eq('D0 D1 D2 D3 D4')
      expect(pinned.entries.last).to have_attributes(pinned: [:place], reasons: include('You set this place.'))
    end

    it 'prices what would be won by letting go, exactly as a new solve does' do
      free = chart(tune('D E F G|A4|'))
      pinned = chart(tune('D E F G|A4|'), pins: [pin('n5', finger: 4)])
      open_string = pinned.entries.last.alternatives.find { _1.place.open? }
      expect(open_string.extra).to eq((free.cost - pinned.cost).round(2))
    end

    it 'prices every alternative as a new solve with that pin does' do
      melody = tune('D A G A|B A G D|', key: 'G')
      free = chart(melody)
      free.entries.each do |entry|
        entry.alternatives.each do |other|
          fixed = pin(entry.note.id, string: instrument('violin').string_names[other.place.string], finger: other.place.finger)
          expect(other.extra).to eq((chart(melody, pins: [fixed]).cost - free.cost).round(2))
        end
      end
    end

    it 'says which note cannot take the pin and where it could go, and makes no chart' do
      impossible = chart(tune('D E F G|A4|'), pins: [pin('n4', finger: 2)])
      expect(impossible).to have_attributes(code: :pin, bar: 1, beat: '4', note: 'n4', reason: 'G4 cannot be played there (finger 2)')
      expect(impossible.remedy).to include('D string, third finger')
    end

    it 'lets a pin reach beyond the positions of the pupil, because the teacher decides' do
      pinned = chart(tune('G4|'), pins: [pin('n1', position: '3')])
      expect(pinned.entries.first.place.hand.name).to eq('3')
    end

    it 'leaves the marks of the file to the engine where that is chosen, all or one kind of them' do
      score = tune('v!4!D uE F !1!G|A2 A2|')
      found = %w[all fingers bows none].to_h do |printed|
        solved = chart(score, version: 'full', printed:)
        [printed, [solved.entries.map { _1.place.finger }.values_at(0, 3), solved.entries.first(2).map(&:direction)]]
      end
      expect(found['all']).to eq([[4, 1], %i[down up]])
      expect(found['fingers'][0]).to eq([4, 1])
      expect(found['none']).to eq([chart(tune('D E F G|A2 A2|'), version: 'full').entries.map { _1.place.finger }.values_at(0, 3), %i[down up]])
      turned = tune('uD vE F G|A2 A2|')
      expect(%w[bows none].map { |printed| chart(turned, printed:).entries.first.direction }).to eq(%i[up down])
    end

    it 'keeps printed fingers that can be played and says which cannot' do
      expect(fingers(chart(tune('D E F G|!4!A4|')))).to end_with('D4')
      expect(chart(tune('D !3!E F G|')).warnings).to include(/Printed fingers in bar 1/)
    end
  end

  it 'breaks ties the same way every run' do
    melody = tune('D A D A|B G D2|', key: 'G')
    expect(Array.new(3) { chart(melody, version: 'full').to_h }.uniq.size).to eq(1)
  end

  it 'moves every place to the next string when the tune moves by the strings’ interval' do
    melody = tune('D E F A|G F E D|', key: 'D')
    higher = melody.up(Fawnmoss::Theory::Interval.new(steps: 4, semitones: 7))
    shifted = chart(melody).entries.map { [_1.place.string + 1, _1.place.finger] }
    expect(chart(higher).entries.map { [_1.place.string, _1.place.finger] }).to eq(shifted)
  end

  it 'explains in words what another place would change' do
    entry = chart(tune('G A G A|B4|', key: 'G')).entries[1]
    expect(entry.alternatives.first.reason)
      .to eq('D string, fourth finger: one more fourth finger, one more note come back to with another finger, two string crossings fewer, two there-and-back crossings fewer')
    expect(entry.reasons.first).to start_with('Open A. Next best: D string, fourth finger')
  end

  it 'keeps a finger down that is needed again with nothing in the way' do
    expect(chart(tune('G A G E|G B G2|', key: 'G')).entries.map(&:hold_to)).to eq([2, nil, nil, nil, 6, nil, nil])
    expect(chart(tune('G F G2|')).entries.first.hold_to).to be_nil
  end
end
