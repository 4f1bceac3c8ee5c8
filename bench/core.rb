# frozen_string_literal: true

# See bin/bench. --request measures the chart request too (needs FAWNMOSS_PORT and the demo studio).
#
# Every ratio is taken inside one run, and what is compared takes turns, because the machine's own speed drifts.

require 'bundler/setup'
require 'json'
require 'open3'
require_relative '../core/load_data'
require_relative 'layout'
require_relative 'page'

CATALOGUE = FawnmossData.load
BARS = 'D E F G|A G A B|A G F E|D E F D|D/E/F/G/ A2|(A B) A2|B2 A/G/F/E/|F2 D2|' # in everybody's first position
OPEN = 'D A D A|D2 A2|D D A A|D4|D A D2|A D A D|A2 D2|D4|' # a beginner's tune: nothing but open strings

def ms
  start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  yield
  (Process.clock_gettime(Process::CLOCK_MONOTONIC) - start) * 1000
end

def middle(times) = times.sort[times.size / 2]

# Median milliseconds of a block, after warm runs.
def median(runs = 15, warm: 4, &block)
  warm.times(&block)
  middle(Array.new(runs) { ms(&block) })
end

# Median milliseconds of several blocks that take turns.
def turns(runs, *blocks)
  blocks.each { |block| 3.times { block.call } }
  times = Array.new(runs) { blocks.map { |block| ms { block.call } } }
  times.transpose.map { middle(_1) }
end

def abc(body) = "X:1\nT:Bench\nM:4/4\nL:1/4\nK:D\n#{body}\n"
def tune(body) = Fawnmoss::Notation::Abc.read(abc(body))

def request(id, version, **options)
  down = { 'cello' => -1, 'bass' => -1 }.fetch(id, 0)
  Fawnmoss::Chart::Request.build(instrument: CATALOGUE.instrument(id), version:, transpose: Fawnmoss::Theory::Interval.octaves(down), **options)
end

# Each time with a tune that nothing is known of yet.
def solve(tune, id, version, **options)
  chart = Fawnmoss::Chart::Solve.call(tune.copy, request(id, version, **options), CATALOGUE)
  raise chart.reason if chart.is_a?(Fawnmoss::Chart::Impossible)

  chart
end

def full_charts(tune)
  layout = Layout.new(tune)
  puts format('  chart of 32 bars, %d notes, against half of verovio’s layout of the same tune (1.00 is the bound):', tune.played.size)
  CATALOGUE.class::INSTRUMENTS.product(%w[simple full]).each do |id, version|
    8.times { solve(tune, id, version) && layout.once }
    pairs = Array.new(15) { [ms { solve(tune, id, version) }, layout.once / 2] }
    core, half = pairs.transpose.map { middle(_1) }
    puts format('    %-6s %-6s %6.1f ms against %6.1f ms: %.2f', id, version, core, half, middle(pairs.map { |mine, theirs| mine / theirs }))
  end
end

# Peak memory of a fresh process that charts a tune, in MB.
def peak(text, id, version)
  yjit = defined?(RubyVM::YJIT) && RubyVM::YJIT.enabled? ? ['--yjit'] : []
  Open3.capture2(RbConfig.ruby, *yjit, File.join(__dir__, 'memory.rb'), id, version, stdin_data: text).first.to_f
end

def growth
  [['violin', 'simple', BARS], ['cello', 'full', BARS], ['violin', 'full', OPEN]].each do |id, version, bars|
    tunes = [3, 32, 320].map { |times| tune(bars * times) }
    notes = tunes.map { _1.played.size }
    times = tunes.each_with_index.map { |long, index| median([9, 5, 3][index], warm: 1) { solve(long, id, version) } }
    least = peak(abc('D4|'), id, version)
    memory = [3, 32, 320].map { [peak(abc(bars * _1), id, version) - least, 0.5].max } # under half a MB is noise
    puts format('  growth, %s %s%s: %d, %d, %d notes take %.0f, %.0f, %.0f ms, powers %.2f and %.2f; %.0f, %.0f, %.0f MB, powers %.2f and %.2f',
                id, version, (' of open strings' if bars == OPEN), *notes, *times, *powers(times, notes), *memory, *powers(memory, notes))
  end
end

# The powers of the notes that a figure grows with, from the first to the second and on to the third.
def powers(figures, notes) = [[0, 1], [1, 2]].map { |a, b| Math.log(figures[b] / figures[a]) / Math.log(notes[b].fdiv(notes[a])) }

# The least that a Ruby loop does that visits the same transitions (forward and backward) and adds two integers at each.
def floor(count)
  sum = 0
  index = 0
  while index < count
    sum += index
    sum += count
    index += 1
  end
  sum
end

# How often a solver that takes no short cut looks from a slot to a place: for every slot that can be reached, whatever it costs, at every
# place of the next sound.
def transitions(lattice)
  reached = lattice.costs.first.map { _1 < Fawnmoss::Fingering::Passes::NEVER }
  lattice.rows.each_with_index.drop(1).sum do |rows, index|
    memory = lattice.slots[index - 1].memory
    on = Array.new(rows.slots, false)
    slots = reached.each_index.select { reached[_1] }
    slots.product((0...rows.width).to_a) do |slot, place|
      row, settled = slot.divmod(memory)
      fresh = memory > 1 && settled.zero? && place < rows.stays[row]
      on[rows.targets[(row * rows.width) + place] - (fresh ? 1 : 0)] = true
    end
    reached = on
    slots.size * rows.width
  end
end

# Everything the solver is made of, as arguments; its tables are filled by a first solve.
def ingredients(tune, id, version)
  wish = request(id, version)
  tables = Fawnmoss::Fingering::Tables.new(CATALOGUE.setting(wish, 72), wish.positions)
  sounds = Fawnmoss::Fingering::Sounds.of(tune.up(wish.transpose).played)
  candidates = sounds.map { tables.candidates.for_sound(_1) }
  [sounds, candidates, Array.new(sounds.size), Fawnmoss::Fingering::Terms.for(CATALOGUE.setting(wish, 72)), 72, tables]
end

def against_floor
  puts '  fingering solver against its floor, a loop that visits the same transitions and adds two integers each (bound 4); with new tables:'
  [[4, '32 bars'], [40, '320 bars']].each do |times, words|
    long = tune(BARS * times)
    CATALOGUE.class::INSTRUMENTS.each do |id|
      ready = Fawnmoss::Fingering::Solver.new(*ingredients(long, id, 'full'))
      count = 2 * transitions(ready.lattice)
      from_nothing = -> { Fawnmoss::Fingering::Solver.new(*ingredients(long, id, 'full')).solve }
      solved, bare, anew = turns(9, -> { ready.lattice.best }, -> { floor(count) }, from_nothing)
      puts format('    %-6s full, %-8s %7d transitions: %6.1f ms against %5.1f ms: %.2f; from nothing %.1f ms',
                  id, words, count, solved, bare, solved / bare, anew)
    end
  end
end

def pinned(tune)
  note = solve(tune, 'violin', 'full').entries.drop(40).find { _1.note.pitch.to_s == 'A4' }.note.id
  pins = [Fawnmoss::Chart::Pin.new(note:, finger: 4)]
  first, again = turns(15, -> { solve(tune, 'violin', 'full') }, -> { solve(tune, 'violin', 'full', pins:) })
  puts format('  after one pin: %.1f ms against %.1f ms for the first solve: %.2f (bound 1)', again, first, again / first)
end

tune = tune(BARS * 4)
full_charts(tune)
growth
against_floor
pinned(tune)
exit unless ARGV.include?('--request')

page = Page.new
page.send(:Post, '/api/login', { email: 'demo@fawnmoss.example', password: 'brook under the birch' })
text = "X:1\nT:Bench\nM:4/4\nL:1/4\nK:D\n#{BARS * 4}\n"
known = page.send(:Get, '/api/tunes')['tunes'].find { _1['title'] == 'Bench' } || page.send(:Post, '/api/tunes', { text: })
chart = page.send(:Post, '/api/charts', { tune_id: known['id'], instrument: 'violin' })
core = median { JSON.generate(solve(tune(BARS * 4), 'violin', 'simple').to_h) }
open = median { page.send(:Get, "/api/charts/#{chart['id']}") }
version = chart['lock_version']
pin = median do
  pins = [{ note: "n#{5 + (version % 3)}", direction: 'up' }]
  version = page.send(:Put, "/api/charts/#{chart['id']}", { lock_version: version, options: chart['options'], pins: })['lock_version']
end
puts format('  reading, solving and writing out in the core %.1f ms', core)
puts format('  chart request %.1f ms = %.2f of the core; changing a mark %.1f ms = %.2f of the core', open, open / core, pin, pin / core)
