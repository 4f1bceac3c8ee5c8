# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Together::OpenStrings do
  def part(tune, id = 'violin') = described_class.of(tune, instrument(id))
  def shown(tune) = tune.bars.map { |bar| bar.notes.map { |note| note.pitch ? "#{note.pitch}:#{note.duration.to_f.round(2)}" : 'z' }.join(' ') }

  it 'holds the string that sounds with most of a bar, changes inside it only where the tune does, and comes home' do
    expect(shown(part(tune('D F A F | G B d B | D F A F | D4')))).to eq(%w[D4:4.0 G3:4.0 D4:4.0 D4:4.0])
    expect(shown(part(tune('D F A F | D F e c | d4')))).to eq(['D4:4.0', 'D4:2.0 A4:2.0', 'D4:4.0'])
  end

  it 'rests in the pick-up and where the tune rests, and keeps repeats, endings, meters and lengths of bars' do
    expect(shown(part(tune('A | D2 F2 | z4 | A2 A2 | D3', meter: '4/4')))).to eq(['z', 'D4:4.0', 'z', 'D4:4.0', 'D4:3.0'])
    whole = tune('A |: D3 F | A3 A |1 E2 A2 :|2 D4 |[M:3/4] D3 |]')
    made = part(whole)
    about = ->(bar) { [bar.number, bar.length, bar.repeat_start, bar.repeat_end, bar.ending, bar.line, bar.meter, bar.key] }
    expect(made.bars.map(&about)).to eq(whole.bars.map(&about))
    expect(made.pickup).to eq(1)
  end

  it 'leaves out what belongs to the tune alone: words, slurs, fingers, a second part' do
    made = part(tune("\"G\"(G2 B2) | !3!d4 |]\nw: one two three", key: 'G'))
    expect(made.notes.flat_map { [_1.directions, _1.lyrics].flatten }).to eq([])
    expect(made.notes.map { [_1.finger, _1.slur_start] }.uniq).to eq([[nil, false]])
  end

  it 'finds the cheapest of all choices of strings (all of them tried, 60 tunes of chance)' do
    random = Random.new(5)
    60.times do
      notes = Array.new(random.rand(2..3)) { Array.new(4) { %w[D E F G A B c d e f g].sample(random:) }.join(' ') }.join(' | ')
      found = described_class.new(tune(notes, key: %w[D G C F Am].sample(random:)), instrument('violin'))
      pieces = found.strings
      best = [0, 1, 2, 3].repeated_permutation(pieces.size).map { found.cost(_1) }.min
      expect(found.cost(pieces)).to eq(best)
    end
  end

  # Consonance is counted anew here, from the sounding notes of both parts (perfect and imperfect consonances as in any textbook, from memory).
  it 'sounds well with the tunes of the starter shelf on all four instruments: few strong beats clash, and it ends at home' do
    clashes = strong = 0
    starter_tunes.product(%w[violin viola cello bass]).each do |melody, id|
      under = part(melody, id).played
      expect(under.map(&:pitch).uniq - instrument(id).open).to eq([])
      tonic = pitch("#{melody.bars.last.key.tonic}4").midi
      homes = instrument(id).open.select { [0, 7].include?((_1.midi - tonic) % 12) }
      expect(homes).to include(under.last.pitch) if homes.any?
      melody.played.select { _1.strength.positive? }.each do |note|
        string = under.find { _1.onset <= note.onset && _1.onset + _1.duration > note.onset } or next
        strong += 1
        clashes += 1 if [1, 2, 6, 10, 11].include?((note.pitch.midi - string.pitch.midi) % 12)
      end
    end
    expect(strong).to be > 1500
    expect(clashes.fdiv(strong)).to be <= 0.02
  end

  it 'ranks keys for players who all have open strings: those that go with most of the strings first, the tune where it is if it can stay' do
    melody = tune('D F A F | G B d B | A c e c | D4')
    ways = Fawnmoss::Practice::FriendlyKeys.new(melody, catalogue)
    found = ways.on_open_strings([instrument('violin'), instrument('cello')])
    expect(found.first.to_h).to include(key: melody.key.name, unmet: [])
    expect(found.first.interval.map(&:semitones)).to eq([0, 0])
    expect(found.map(&:cost)).to eq(found.map(&:cost).sort)
    expect(found.map(&:key).uniq.size).to eq(found.size).and be >= 10
    alone = ways.on_open_strings([instrument('violin')]).find { _1.key == 'A major' }
    expect(alone.cost).to eq(described_class.new(melody.up(alone.interval.first), instrument('violin')).least)
  end

  it 'is charted as any tune: open strings only, in first position, whatever the player has learnt' do
    chart = chart(tune('D F A F | G B d B | A c e c | D4'), part: 'open', version: 'full', positions: %w[1 3])
    expect(chart.entries.map { _1.place.finger }.uniq).to eq([0])
    expect(directions(chart)).to eq('DUDU')
    expect(chart.request.positions).to eq(%w[1])
    expect { chart(tune('D4'), part: 'drums') }.to raise_error(Fawnmoss::InvalidInput, /drums/)
  end
end
