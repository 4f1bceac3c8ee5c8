# frozen_string_literal: true

# bin/bench --listening [TAKES]: how well takes are heard, and how long that takes. Faulty takes of the demo's tunes by chance
# (core/spec/support/faulty.rb), played by sampled instruments, whose truth is known; plain, with pink noise at 20 dB, with an echo, at 8 bits and 15 kHz.

require 'bundler/setup'
require_relative '../core/load_data'
require_relative '../core/spec/support/faulty'
require_relative '../core/spec/support/sampled'

L = Fawnmoss::Listening
CATALOGUE = FawnmossData.load
COUNT = (ARGV.first || 200).to_i
BATCH = 20

def seconds
  start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  yield
  Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
end

def at(list, share) = list.sort[((list.size - 1) * share).round]
def percent(share) = format('%.1f %%', 100 * share)
def shares(right, false_ones, lost) = format('precision %.3f recall %.3f', right.fdiv([right + false_ones, 1].max), right.fdiv([right + lost, 1].max))
def level(samples) = Math.sqrt((samples**2).mean)

# Equal power in every octave: white noise, its spectrum divided by the root of the frequency.
def pink(count)
  spectrum = Numo::Pocketfft.rfft(Numo::DFloat.new(count).rand_norm)
  noise = Numo::Pocketfft.irfft(spectrum / Numo::DFloat::Math.sqrt(Numo::DFloat.new(spectrum.size).seq + 1))
  Numo::SFloat.cast(noise / level(noise))
end

def noisy(sound)
  noise = pink(sound.samples.size / 2 * 2)
  sound.copy(samples: sound.samples[0...noise.size] + (noise * level(sound.samples) * 0.1))
end

# Walls at 4, 9 and 15 metres and what comes after: echoes, each weaker.
def echoing(sound)
  samples = sound.samples.dup
  { 0.023 => 0.35, 0.053 => 0.25, 0.088 => 0.2, 0.15 => 0.12, 0.22 => 0.07 }.each do |later, share|
    shift = (later * sound.rate).round
    samples[shift..] += sound.samples[0...-shift] * share
  end
  sound.copy(samples:)
end

# 8 bits, and a rate near 16 kHz.
def small(sound) = sound.thinned(3).then { |thin| thin.copy(samples: (thin.samples / thin.samples.abs.max * 127).round / 127, rate: thin.rate.round) }

WAYS = { 'plain' => ->(sound) { sound }, 'pink noise, 20 dB' => method(:noisy), 'echo' => method(:echoing), '8 bits, 15 kHz' => method(:small) }.freeze

found = WAYS.keys.to_h { |way| [way, { sums: Hash.new { |all, kind| all[kind] = [0, 0, 0] }, onsets: [], cents: [], wrong: 0, judged: 0, refused: 0 }] }
faulty = Faulty.new(Random.new(1), CATALOGUE)
heard_seconds = 0.0
took = 0.0

add = lambda do |sums, take, sound|
  heard = nil
  took += seconds { heard = L::Judging.of(sound, take.chart, drills: CATALOGUE.drills) }
  heard_seconds += sound.seconds
  Faulty.compare(take, heard).each { |kind, counts| sums[:sums][kind] = sums[:sums][kind].zip(counts).map(&:sum) }
  events = take.events.group_by(&:number)
  heard.notes.select { _1.onset && _1.sure }.each do |note|
    event = events[note.index]&.min_by { (_1.start - note.onset).abs } or next
    next if (event.start - note.onset).abs > 0.3

    sums[:onsets] << (event.start - note.onset).abs
    off = note.cents + (100.0 * note.entry.sounding.midi) + (1200 * Math.log2(take.given['a4'] / 440)) - event.cents
    sums[:judged] += 1
    off.abs > 50 ? sums[:wrong] += 1 : sums[:cents] << off.abs
  end
rescue L::InvalidTake
  sums[:refused] += 1
end

Array.new(COUNT) { |number| faulty.take(Sampled::PROGRAMS.keys[number % 4]) }.each_slice(BATCH) do |takes|
  takes.zip(Sampled.render(takes.map { [_1.instrument, _1.events] })).each do |take, sound|
    WAYS.each { |way, change| add.call(found[way], take, change.call(sound)) }
  end
end

puts "Listening, #{COUNT} takes with faults by chance, four sampled instruments"
found.each do |way, sums|
  puts "  #{way}: #{sums[:refused]} not recognised"
  sums[:sums].each { |kind, counts| puts format('    %-8s %s (%d right, %d wrongly, %d not)', kind, shares(*counts), *counts) }
  puts "    all      #{shares(*sums[:sums].values.transpose.map(&:sum))} (wanted 0.97 each)"
  puts format('    onsets   median %.0f ms, 95 %% %.0f ms (wanted 20 and 60)', 1000 * at(sums[:onsets], 0.5), 1000 * at(sums[:onsets], 0.95))
  puts format('    cents    median %.1f, 95 %% %.1f off, the bias of the samples included; %s of the sure notes over 50',
              at(sums[:cents], 0.5), at(sums[:cents], 0.95), percent(sums[:wrong].fdiv([sums[:judged], 1].max)))
end
puts format('  %.0f s of sound judged in %.1f s: %.3f s a second', heard_seconds, took, took / heard_seconds)

chart = faulty.take('violin').chart
minute = L::StandIn.play(chart, { 'tempo' => 60 }, chance: -> { 0.5 }).then { |sound| sound.copy(samples: Array.new(6) { sound.samples }.reduce(&:concatenate)).part(0, 60) }
five = minute.copy(samples: Array.new(5) { minute.samples }.reduce(&:concatenate))
one, many = [minute, five].map { |sound| Array.new(3) { seconds { begin; L::Judging.of(sound, chart, drills: CATALOGUE.drills); rescue L::InvalidTake; nil; end } }.min }
puts format('  a minute of violin %.2f s (wanted 3); five minutes %.2f s, growth n^%.2f (wanted 1.1)', one, many, Math.log(many / one) / Math.log(5))
