# frozen_string_literal: true

# See bin/bench. --request measures the chart request too (needs FAWNMOSS_PORT and the demo studio).

require 'bundler/setup'
require 'json'
require 'net/http'
require 'open3'
require 'tempfile'
require_relative '../core/load_data'

# Median milliseconds of a block, after warm runs.
def median(runs = 15, warm: 4, &block)
  warm.times(&block)
  times = Array.new(runs) do
    start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    (Process.clock_gettime(Process::CLOCK_MONOTONIC) - start) * 1000
  end
  times.sort[runs / 2]
end

CATALOGUE = FawnmossData.load
BARS = 'D E F G|A B c d|d c B A|G F E D|D/E/F/G/ A2|(A B) c2|d2 c/B/A/G/|F2 D2|'

def tune(body) = Fawnmoss::Notation::Abc.read("X:1\nT:Bench\nM:4/4\nL:1/4\nK:D\n#{body}\n")

def solve(tune, id, version, **options)
  down = { 'cello' => -1, 'bass' => -1 }.fetch(id, 0)
  request = Fawnmoss::Chart::Request.build(instrument: CATALOGUE.instrument(id), version:, transpose: Fawnmoss::Theory::Interval.octaves(down), **options)
  chart = Fawnmoss::Chart::Solve.call(tune, request, CATALOGUE)
  raise chart.reason if chart.is_a?(Fawnmoss::Chart::Impossible)

  chart
end

tune = tune(BARS * 4)
file = Tempfile.new(['bench', '.musicxml'])
file.write(Fawnmoss::Notation::MusicXml.write(tune))
file.flush
layout, = Open3.capture2('node', File.join(__dir__, 'layout.mjs'), file.path)
layout = Float(layout)
puts format('  32 bars, %d notes: verovio layout %.1f ms', tune.played.size, layout)

ways = [['violin', 'simple', {}], ['violin', 'full', { positions: %w[1] }], ['violin', 'full', {}], ['bass', 'full', {}], ['cello', 'full', {}]]
ways.each do |id, version, options|
  time = median { solve(tune, id, version, **options) }
  puts format('  %-6s %-6s %-18s core %6.1f ms = %.2f of the layout', id, version, options.empty? ? 'usual positions' : 'first position', time, time / layout)
end

small, middle, large = [3, 32, 320].map { |times| tune(BARS * times) }
times = [small, middle, large].map.with_index { |long, index| median([9, 5, 3][index], warm: 1) { solve(long, 'violin', 'simple') } }
notes = [small, middle, large].map { _1.played.size }
powers = [[0, 1], [1, 2]].map { |a, b| Math.log(times[b] / times[a]) / Math.log(notes[b].fdiv(notes[a])) }
puts format('  growth: %d, %d, %d notes take %.0f, %.0f, %.0f ms: powers %.2f and %.2f', *notes, *times, *powers)
exit unless ARGV.include?('--request')

# The request that the page waits for, against the core's part of it.
class Page
  def initialize = @http = Net::HTTP.start('127.0.0.1', Integer(ENV.fetch('FAWNMOSS_PORT')))

  def send(method, path, body = nil)
    request = Net::HTTP.const_get(method).new(path, { 'Content-Type' => 'application/json', 'Cookie' => @cookie.to_s })
    request.body = JSON.generate(body) if body
    answer = @http.request(request)
    @cookie = answer['set-cookie'].split(';').first if answer['set-cookie']
    raise "#{path}: #{answer.code} #{answer.body}" unless answer.code.start_with?('2')

    JSON.parse(answer.body)
  end
end

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
