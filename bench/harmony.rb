# frozen_string_literal: true

# How often the chords that are found agree with those that are printed, in public sample files with chord symbols (the examples of
# Debian's abcmidi and abcm2ps).
# Prints the share of bars whose first chord has the same root, and the same root and kind; no bound.
#   bundle exec ruby bench/harmony.rb [FILE ...]

require 'bundler/setup'
require_relative '../core/load_data'

PRICES = FawnmossData.load.together['harmony']
FILES = ARGV.empty? ? Dir['/usr/share/doc/{abcmidi,abcm2ps}/examples/*.abc'] : ARGV

# The tune without its chord symbols.
def bare(tune)
  bars = tune.bars.map { |bar| bar.copy(notes: bar.notes.map { |note| note.copy(directions: note.directions.reject { _1.kind == :chord }.freeze) }.freeze) }
  tune.copy(bars: bars.freeze)
end

# { number of a bar => its first chord }.
def firsts(tune) = Fawnmoss::Together::Harmony.new(tune, PRICES).list.select(&:chord).group_by(&:bar).transform_values { _1.first.chord }

def tunes(file)
  contents = Fawnmoss::Notation::Contents.of(File.binread(file), 'abc')
  contents.tunes.filter_map do |one|
    contents.take(tune: one.index)
  rescue Fawnmoss::InvalidTune
    nil
  end
rescue Fawnmoss::InvalidTune
  []
end

found = FILES.flat_map { tunes(_1) }.select { |tune| tune.notes.count { |note| note.directions.any? { _1.kind == :chord } } >= 4 }
pairs = found.flat_map { |tune| [firsts(tune), firsts(bare(tune))].then { |printed, own| printed.filter_map { |bar, chord| [chord, own[bar]] if own[bar] } } }
same = pairs.count { |printed, own| printed.symbol.root == own.symbol.root }
alike = pairs.count { |printed, own| printed.like?(own) || printed.classes.first(3) == own.classes.first(3) }
share = ->(count) { 100 * count / [pairs.size, 1].max }
puts "#{found.size} tunes, #{pairs.size} bars: the same root in #{share.call(same)} %, the same triad in #{share.call(alike)} %"
