# frozen_string_literal: true

require_relative 'spec_helper'

# What must hold for any tune: random ones from fixed seeds, bounded.
RSpec.describe 'properties of charts' do
  let(:reach) { { 'violin' => 27, 'viola' => 27, 'cello' => 26, 'bass' => 18 } } # semitones from the lowest string

  # A melody of steps and small leaps as ABC, in an instrument's first position.
  def melody(random, id, bars: 6)
    from = instrument(id).lowest.midi
    at = from + random.rand(reach.fetch(id))
    notes = Array.new(bars) do
      random.rand(3).zero? ? %w[2 1/2 1/2 1].map { [_1, at = walk(random, at, from, id)] } : %w[1 1 1 1].map { [_1, at = walk(random, at, from, id)] }
    end
    body = notes.map { |bar| bar.each_with_index.map { |(length, midi), i| "#{'(' if i == 1}#{abc(midi)}#{length}#{')' if i == 2}" }.join(' ') }.join('|')
    tune("#{body}|", key: 'C')
  end

  def walk(random, at, from, id) = (at + [-4, -3, -2, -2, -1, 1, 2, 2, 3, 5].sample(random:)).clamp(from, from + reach.fetch(id))

  def abc(midi)
    name = %w[C C# D Eb E F F# G G# A Bb B][midi % 12]
    octave = (midi / 12) - 1
    "#{{ '#' => '^', 'b' => '_' }.fetch(name[1].to_s, '=')}#{name[0]}#{octave < 4 ? ',' * (4 - octave) : "'" * (octave - 4)}"
  end

  def each_chart(seed, versions: %w[simple full])
    random = Random.new(seed)
    made = reach.keys.product(versions, [0] * 4).filter_map do |id, version, _|
      solved = chart(melody(random, id), id, version:)
      solved if solved.is_a?(Fawnmoss::Chart::Chart) && yield(solved, id).then { true }
    end
    expect(made.size).to be > 10
  end

  it 'never goes past frog or tip, and every stroke starts where the last ended unless the bow is lifted' do
    each_chart(1) do |solved|
      expect(solved.entries.flat_map(&:bow)).to all(be_between(0.0, 1.0))
      solved.entries.select { _1.note.head? }.each_cons(2) do |a, b|
        expect(b.bow.first).to be_within(1e-9).of(a.bow.last) unless %i[lift recovery].include?(b.join)
        expect(b.bow.last <=> b.bow.first).to eq(b.direction == :down ? 1 : -1)
      end
    end
  end

  it 'never puts a note where its pitch is not, nor a finger outside the hand' do
    each_chart(2) do |solved, id|
      own = instrument(id)
      solved.entries.each do |entry|
        expect(own.open[entry.place.string].midi + entry.place.semitones).to eq(entry.note.pitch.midi)
        next if entry.place.open?

        expect(own.hand.places(entry.note.pitch, own.open[entry.place.string], entry.place.string, entry.place.hand)).to include(entry.place)
      end
    end
  end

  it 'never leaves the positions of the pupil in the simple version' do
    each_chart(3, versions: %w[simple]) do |solved, id|
      names = instrument(id).positions.fetch('simple')
      expect(solved.entries.reject { _1.place.open? }.map { _1.place.hand.name } - names).to be_empty
    end
  end

  it 'obeys every pin it accepts, and alternatives cost exactly what a new solve with that pin says' do
    random = Random.new(4)
    reach.each_key do |id|
      free = chart(melody(random, id, bars: 3), id, version: 'full')
      free.entries.sample(4, random:).each do |entry|
        other = entry.alternatives.sample(random:) or next
        string = instrument(id).string_names[other.place.string]
        fixed = pin(entry.note.id, string:, finger: other.place.finger, position: other.place.open? ? nil : other.place.hand.name)
        pinned = Fawnmoss::Chart::Solve.call(free.tune, free.request.copy(pins: [fixed]), catalogue)
        expect(pinned.entries[entry.note.index].place.visible).to eq(other.place.visible)
        expect(other.extra).to be_within(1e-9).of(pinned.cost - free.cost)
      end
    end
  end

  it 'moves every place to the neighbouring string when a tune moves by the strings’ interval and all of it fits' do
    { 'violin' => ['D E F G|A B A F|', 'D'], 'viola' => ['G, A, B, C|D E D B,|', 'G'], 'cello' => ['G,, A,, B,, C,|D, E, D, B,,|', 'G'] }.each do |id, (body, in_key)|
      low = chart(tune(body, key: in_key), id)
      high = chart(low.tune.up(Fawnmoss::Theory::Interval.new(steps: 4, semitones: 7)), id)
      expect(high.entries.map { [_1.place.string, _1.place.finger] }).to eq(low.entries.map { [_1.place.string + 1, _1.place.finger] })
    end
    low = chart(tune('A,, B,, ^C, D,|E, D, ^C, A,,|', key: 'C'), 'bass')
    high = chart(low.tune.up(Fawnmoss::Theory::Interval.new(steps: 3, semitones: 5)), 'bass')
    expect(high.entries.map { [_1.place.string, _1.place.finger] }).to eq(low.entries.map { [_1.place.string + 1, _1.place.finger] })
  end

  it 'obeys pinned directions and joins' do
    random = Random.new(5)
    10.times do
      score = melody(random, 'violin', bars: 3)
      note = score.played.drop(1).sample(random:)
      wish = [{ direction: :up }, { direction: :down }, { join: :change }, { join: :stop }, { join: :slur }].sample(random:)
      solved = chart(score, version: 'full', pins: [pin(note.id, **wish)])
      entry = solved.entries[note.index]
      expect(wish[:direction] ? entry.direction : entry.join).to eq(wish.values.first)
    end
  end
end
