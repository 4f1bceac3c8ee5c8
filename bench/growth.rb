# frozen_string_literal: true

# How time grows with the notes of the worst kinds of tunes, stage by stage: each doubling of the notes should about double the time.
# Prints milliseconds at a quarter, a half and the whole number of notes and the ratio of the last two; ratios over BOUND are marked, and the
# exit code is 1 when there are any.
#   bundle exec ruby --yjit bench/growth.rb [NOTES] [KIND ...]

require 'bundler/setup'
require_relative '../core/load_data'

CATALOGUE = FawnmossData.load
NOTES = Integer(ARGV.first || 10_000)
BOUND = 3.0 # linear gives 2, sorting a little more, and the machine's own speed drifts
LEAST = 60 # ms: shorter ones are noise

# Bodies in ABC of about so many notes.
KINDS = {
  'all one pitch' => ->(notes) { 'D D D D|' * (notes / 4) },
  'one slur' => ->(notes) { "(#{('D E F G|' * (notes / 4)).delete_suffix('|')})|" },
  'all chords' => ->(notes) { '[DA][EB][FA][GB]|' * (notes / 8) },
  'chromatic' => ->(notes) { 'D ^D E =F|^F G ^G A|B =c ^c d|' * (notes / 12) },
  'all 64ths' => ->(notes) { "#{'D/16E/16F/16G/16' * 16}|" * (notes / 64) },
  'one long tie' => ->(notes) { "#{'D4-|' * (notes - 1)}D4|" },
  'no two bars alike' => lambda { |notes|
    Array.new(notes / 4) { |bar| "#{Array.new(4) { |at| 'DEFGABcd'[((bar * 7) + (bar / 8) + (at * 3)) % 8] }.join(' ')}|" }.join
  }
}.freeze

def text(body) = "X:1\nT:Growth\nM:4/4\nL:1/4\nK:D\n#{body}\n"

def request(id, version) = Fawnmoss::Chart::Request.build(instrument: CATALOGUE.instrument(id), version:, transpose: down(id))
def down(id) = Fawnmoss::Theory::Interval.octaves({ 'cello' => -1, 'bass' => -1 }.fetch(id, 0))
def fresh(tune) = tune.copy

def chart(tune, id, version)
  Fawnmoss::Chart::Solve.call(fresh(tune), request(id, version), CATALOGUE).tap { raise _1.reason if _1.is_a?(Fawnmoss::Chart::Impossible) }
end

def part(tune, kind)
  instrument = CATALOGUE.instrument('viola')
  Fawnmoss::Together::Part.new(fresh(tune), Fawnmoss::Together::Wish.build(kind:), instrument, ['1'], CATALOGUE.together)
end

STAGES = {
  'read abc' => ->(kept) { Fawnmoss::Notation::Abc.read(kept[:abc]) },
  'write abc' => ->(kept) { Fawnmoss::Notation::Abc.write(fresh(kept[:tune])) },
  'write xml' => ->(kept) { kept[:xml] = Fawnmoss::Notation::MusicXml.write(fresh(kept[:tune]), ids: true) },
  'read xml' => ->(kept) { Fawnmoss::Notation::MusicXml.read(kept[:xml]) },
  'parts of xml' => ->(kept) { Fawnmoss::Notation::MusicXml::Selection.new(kept[:xml]).take(0) },
  'chart simple' => ->(kept) { kept[:simple] = chart(kept[:tune], 'violin', 'simple') },
  'chart full' => ->(kept) { kept[:full] = chart(kept[:tune], 'violin', 'full') },
  'chart bass' => ->(kept) { chart(kept[:tune], 'bass', 'full') },
  'harmony' => ->(kept) { Fawnmoss::Together::Harmony.new(fresh(kept[:tune]), CATALOGUE.together['harmony']).list },
  'second voice' => ->(kept) { part(kept[:tune], 'second').tune },
  'bass line' => ->(kept) { part(kept[:tune], 'bass').tune },
  'part, all said' => ->(kept) { part(kept[:tune], 'second').notes },
  'outline' => ->(kept) { Fawnmoss::Chart::Solve.outline(fresh(kept[:tune]), request('violin', 'simple'), CATALOGUE) },
  'json' => ->(kept) { JSON.generate(kept[:full].to_h) },
  'play along' => ->(kept) { Fawnmoss::Practice::PlayAlong.of(kept[:full]).to_answer },
  'home work' => ->(kept) { Fawnmoss::Practice::HomeWork.plan(kept[:full], minutes: 15) },
  'export' => ->(kept) { %w[musicxml abc midi text].each { |format| Fawnmoss::Chart::Export.write(kept[:full], format) } },
  'carry' => ->(kept) { Fawnmoss::Score::Carry.bars(kept[:tune], kept[:tune].copy(bars: kept[:tune].bars.drop(1))) },
  'simpler' => ->(kept) { [Fawnmoss::Practice::SimplerRhythm, Fawnmoss::Practice::PlainBowing].each { _1.of(fresh(kept[:tune])) } }
}.freeze

# Milliseconds of processor time: other work on the machine does not count.
def ms
  start = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
  yield
  (Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) - start) * 1000
end

def measured(kind, notes)
  kept = { abc: text(KINDS.fetch(kind).call(notes)) }
  kept[:tune] = Fawnmoss::Notation::Abc.read(kept[:abc])
  STAGES.transform_values do |stage|
    GC.start
    ms { stage.call(kept) }
  rescue StandardError => e
    "#{e.class}: #{e.message[0, 60]}"
  end
end

require 'json'
wanted = ARGV.drop(1)
wrong = 0
KINDS.each_key do |kind|
  next unless wanted.empty? || wanted.include?(kind)

  measured(kind, 400) # warm
  sizes = [NOTES / 4, NOTES / 2, NOTES].map { |notes| measured(kind, notes) }
  puts "#{kind}, up to #{NOTES} notes"
  STAGES.each_key do |stage|
    times = sizes.map { _1[stage] }
    next puts(format('  %-13s %s', stage, times.grep(String).first)) if times.any?(String)

    ratio = times[2] / times[1]
    bad = ratio > BOUND && times[2] > LEAST
    wrong += 1 if bad
    puts format('  %-13s %8.0f %8.0f %8.0f ms  %4.1f%s', stage, *times, ratio, bad ? '  grows faster than its notes' : '')
  end
end
exit(wrong.zero? ? 0 : 1)
