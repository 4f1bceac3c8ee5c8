# frozen_string_literal: true

require_relative 'spec_helper'
require 'json'

RSpec.describe Fawnmoss::Chart::Export do
  # Every demo tune on every instrument in both versions, in the nearest octave that fits.
  def charts
    @charts ||= demo_tunes.product(Fawnmoss::Catalogue::INSTRUMENTS, %w[simple full]).filter_map { |score, id, version| nearest(score, id, version:) }
  end

  def read(text, format) = Fawnmoss::Notation.read(text, format)
  def marks(chart) = chart.entries.map { [_1.place.visible, _1.direction, _1.join, _1.bow, _1.note.duration, _1.note.pitch] }

  # The chart of what was read back: same instrument and version, printed slurs kept.
  def again(score, chart)
    request = Fawnmoss::Chart::Request.build(instrument: chart.request.instrument, version: chart.request.version, slurs: true)
    Fawnmoss::Chart::Solve.call(score, request, catalogue)
  end

  %w[abc musicxml].each do |format|
    it "reads its own #{format} back to the same notes and the same chart, for every demo tune" do
      expect(charts.size).to be > 90
      charts.each do |chart|
        back = read(described_class.write(chart, format), format)
        expect(back.bars).to eq(written(chart, format))
        expect(back.to_h.slice(:title, :key, :meter, :tempo, :pickup)).to eq(chart.tune.to_h.slice(:title, :key, :meter, :tempo, :pickup))
        expect(marks(again(back, chart))).to eq(marks(chart))
      end
    end
  end

  # What a format can say of a chart's marks: ABC names strings only where it must, and no fingers of grace notes.
  def written(chart, format)
    return chart.marked.bars unless format == 'abc'

    chart.marked(strings: :needed).bars.map { |bar| bar.copy(notes: bar.notes.map { _1.copy(grace_fingers: nil) }) }
  end

  it 'carries pins, hooks, lifts, chords, graces and triplets there and back' do
    score = tune('D>E F2|z2 {F}[GB]2|(3A/B/c/ d2 .A|(A B) Td z|', key: 'G')
    solved = chart(score, version: 'full', pins: [pin('n2', join: :hook), pin('n12', finger: 4)])
    %w[abc musicxml].each do |format|
      back = read(described_class.write(solved, format), format)
      expect(back.bars).to eq(written(solved, format))
      expect(marks(again(back, solved)).map { _1.first(2) }).to eq(marks(solved).map { _1.first(2) })
    end
  end

  it 'names a string in ABC only where the finger leaves it open' do
    text = described_class.write(chart(tune('D E F G|'), version: 'full', positions: %w[1 5]), 'abc') # fifth on the G string has the fingers of first on D
    expect(text).to include('!0!vD2').and include('"_III"!1!uE2')
    expect(described_class.write(chart(tune('D E F G|')), 'abc')).not_to include('"_')
  end

  it 'writes slurs as they are bowed in the version' do
    slurred = tune('(D E) F G|')
    expect(described_class.write(chart(slurred), 'abc')).not_to include('(')
    expect(described_class.write(chart(slurred, version: 'full'), 'abc')).to include('(')
  end

  it 'writes an accidental wherever any reader might expect another one' do
    text = Fawnmoss::Notation::Abc.write(tune('^G g =g G|^G4-|G4|', key: 'C'))
    expect(text).to include('^G').and include('^g').and include('=g')
    expect(read(text, 'abc').notes.map { _1.pitch.to_s }).to eq(%w[G#4 G#5 G5 G4 G#4 G#4])
  end

  # Standard MIDI File 1.0: header, format 1, division; General MIDI programs 41 to 44 are 40 to 43 counted from 0.
  it 'writes MIDI that says instrument, tempo and the notes as they sound, repeats played' do
    solved = nearest(tune('|:D2 A,2:|D4|', key: 'D'), 'bass', tempo: 90)
    bytes = described_class.write(solved, 'midi')
    expect(bytes.byteslice(0, 14).unpack('a4Nnn')).to start_with('MThd', 6, 1, 2)
    sequence = MIDI::Sequence.new.tap { |read| read.read(StringIO.new(bytes)) }
    on = sequence.tracks[1].events.grep(MIDI::NoteOn).select { _1.channel.zero? && _1.velocity.positive? }
    expect(on.map(&:note)).to eq([38, 33, 38, 33, 38])
    expect(on.map(&:time_from_start)).to eq([4, 6, 8, 10, 12].map { _1 * 480 })
    expect(sequence.tracks[1].events.grep(MIDI::ProgramChange).map(&:program)).to eq([43])
    expect(MIDI::Tempo.mpq_to_bpm(sequence.tracks[0].events.grep(MIDI::Tempo).first.tempo)).to be_within(0.01).of(90)
  end

  it 'counts two bars in before a pick-up, one otherwise' do
    first = lambda do |score|
      sequence = MIDI::Sequence.new.tap { |read| read.read(StringIO.new(described_class.write(chart(score), 'midi'))) }
      events = sequence.tracks[1].events
      [events.grep(MIDI::NoteOn).count { _1.channel == 9 }, events.grep(MIDI::NoteOn).find { _1.channel.zero? }.time_from_start / 480]
    end
    expect(first.call(tune('D|G A B|c2 B|', meter: '3/4', key: 'G'))).to eq([5, 5])
    expect(first.call(tune('D E F G|'))).to eq([4, 4])
  end

  it 'plays first and second endings in their turn' do
    order = Fawnmoss::Score::Unfolding.tune(tune('D4|:E4|[1 F4:|[2 G4|A4|')).played.map { _1.pitch.letter }.join
    expect(order).to eq('DEFEGA')
    expect(Fawnmoss::Score::Unfolding.tune(tune('D4|E4:|F4|:G4:|')).played.map { _1.pitch.letter }.join).to eq('DEDEFGG')
  end

  it 'refuses a format it does not have' do
    expect { described_class.write(chart(tune('D4|')), 'pdf') }.to raise_error(Fawnmoss::InvalidInput) { expect(_1.where[:field]).to eq('format') }
  end
end
