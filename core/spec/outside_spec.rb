# frozen_string_literal: true

require_relative 'spec_helper'
require_relative 'support/references'
require 'tmpdir'

# Against programs outside the project: each is named, with what it proves, in docs/references.md.
RSpec.describe 'outside checks' do
  # A demo tune charted where it fits: the nearest octave that can be played, or nil.
  def solved(file, id, version)
    score = Fawnmoss::Notation::Abc.read(File.read(file))
    octaves = [0, -1, 1, -2].map { Fawnmoss::Theory::Interval.octaves(_1) }
    octaves.lazy.map { chart(score, id, version:, transpose: _1) }.find { _1.is_a?(Fawnmoss::Chart::Chart) }
  end

  def tunes = Dir[File.expand_path('../../demo/tunes/*.abc', __dir__)]

  def export(chart) = Fawnmoss::Chart::Export.write(chart, 'musicxml')

  it 'every export is valid against the MusicXML 3.0 schema (xmllint)' do
    Dir.mktmpdir do |folder|
      checked = tunes.product(Fawnmoss::Catalogue::INSTRUMENTS).filter_map do |file, id|
        chart = solved(file, id, 'full') or next
        path = File.join(folder, "#{File.basename(file, '.abc')}-#{id}.musicxml")
        File.write(path, export(chart))
        expect(References.schema_errors(path)).to eq('')
      end
      expect(checked.size).to be > 40
    end
  end

  it 'LilyPond reads back the same pitches, durations, fingerings, strings, bow signs and slurs' do
    Dir.mktmpdir do |folder|
      picked = tunes.grep(/02|03|07|08|09|10|12/).zip(%w[violin bass violin violin cello viola violin])
      charts = picked.filter_map { |file, id| solved(file, id, 'full') }
      files = charts.each_with_index.map { |chart, index| File.join(folder, "t#{index}.musicxml").tap { File.write(_1, export(chart)) } }
      References.lilypond_hears(files).zip(charts) { |heard, chart| expect(heard).to eq(expected(chart)) }
    end
  end

  # What the chart says, in LilyPond's terms: written pitch, whole-note durations, strings counted from the highest.
  def expected(chart)
    sounded = chart.tune.notes.reject(&:rest?)
    entries = chart.by_id
    tied = false
    sounded.filter_map do |note|
      entry = entries[note.id]
      continuing = tied
      tied = note.tie
      next if continuing && entry.nil?

      bow = entry.join == :slur ? [] : ["#{entry.direction}bow"]
      { at: entry.note.onset / 4, midi: note.pitch.midi, duration: note.duration / 4, finger: entry.place.finger, string: 4 - entry.place.string,
        marks: (bow + note.marks.map(&:to_s)).sort, slur: [(-1 if note.slur_start), (1 if note.slur_stop)].compact }
    end
  end

  it 'LilyPond’s string tunings are ours' do
    Dir.mktmpdir do |folder|
      path = File.join(folder, 'tunings.ly')
      File.write(path, <<~'LILYPOND')
        \version "2.24.0"
        #(for-each (lambda (tuning) (format #t "TUNED ~a\n" (map (lambda (p) (+ 60 (* 2 (ly:pitch-tones p)))) tuning)))
          (list violin-tuning viola-tuning cello-tuning double-bass-tuning))
      LILYPOND
      tuned = References.run('lilypond', '--loglevel=ERROR', path, chdir: folder).scan(/TUNED \((.*)\)/).map { |list, *| list.split.map(&:to_i).sort }
      ours = Fawnmoss::Catalogue::INSTRUMENTS.map { |id| instrument(id).then { |own| own.open.map { own.sounding(_1).midi } } }
      expect(tuned).to eq(ours)
    end
  end

  it 'units agrees on tape distances and cents' do
    [[328, 2], [328, 7], [690, 5], [1060, 7]].each do |length, semitones|
      mm = References.run('units', '-t', "#{length} mm (1 - semitone^-#{semitones})", 'mm').to_f
      expect(Fawnmoss::Instrument::Tapes.distance(length:, semitones:)).to be_within(0.001).of(mm)
    end
    [['3/2', 7], ['5/4', 4]].each do |ratio, semitones|
      cents = References.run('units', '-t', "~musicalcent(#{ratio})").to_f
      expect(Fawnmoss::Theory::Temperament.cents(Fawnmoss::Theory::Temperament.ratio('just', semitones))).to be_within(0.001).of(cents)
    end
  end
end
