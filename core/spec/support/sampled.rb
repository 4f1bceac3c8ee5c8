# frozen_string_literal: true

require 'fileutils'
require 'open3'
require 'tmpdir'

# What the stand-in pupil would play, played by sampled instruments: fluidsynth with the small MuseScore General sound font. Pitch bends are rendered exactly
# (8192 steps for two semitones), so what each note should sound like is known; the samples have a bias of their own by note, so a note is compared with the same
# note unbent.
module Sampled
  FONT = '/usr/share/sounds/sf3/MuseScore_General_Lite.sf3'
  PROGRAMS = { 'violin' => 40, 'viola' => 41, 'cello' => 42, 'bass' => 43 }.freeze
  TICKS = 960 # a second: 480 a quarter at 120
  APART = 3.0 # seconds between two takes of one run
  RATE = 44_100

  module_function

  # takes: [[instrument, StandIn::Playing::Event list], ...]. Returns Sound list; one run of the synthesiser, for it is slow to start.
  def render(takes)
    starts = []
    last = 0.0
    events = takes.flat_map do |instrument, played|
      starts << last
      own = [[tick(last), 0, [0xC0, PROGRAMS.fetch(instrument)]], *played.flat_map { note(_1, starts.last) }]
      last += played.map(&:finish).max + APART
      own
    end
    whole = synthesise(file(events, tick(last)))
    starts.each_with_index.map { |start, at| whole.part(start, (starts[at + 1] || last) - 1) }
  end

  def tick(seconds) = (seconds * TICKS).round

  def note(event, later)
    key = (event.cents / 100).round
    bends = event.slide ? (0..12).map { [_1 / 12.0 * event.slide[1], event.slide[0] * (1 - (_1 / 12.0))] } : [[0, 0]]
    bent = bends.map { |at, cents| [tick(event.start + later + at), 1, [0xE0, *bend(event.cents - (100 * key) + cents)]] }
    [*bent, [tick(event.start + later), 2, [0x90, key, (88 + (4 * event.loudness)).round.clamp(1, 127)]], [tick(event.finish + later), 0, [0x80, key, 0]]]
  end

  def bend(cents) = (8192 + (cents / 200.0 * 8192)).round.clamp(0, 16_383).then { [_1 & 127, _1 >> 7] }

  # A Standard MIDI File of one track.
  def file(events, last)
    track = String.new(encoding: Encoding::BINARY)
    track << [0, 0xFF, 0x51, 3, 7, 0xA1, 0x20].pack('C*')
    now = 0
    events.sort_by.with_index { |event, at| [event[0], event[1], at] }.each do |at, _, bytes|
      track << length(at - now) << bytes.pack('C*')
      now = at
    end
    track << length(last - now) << [0xFF, 0x2F, 0].pack('C*')
    "#{['MThd', 6, 0, 1, 480].pack('a4Nnnn')}#{['MTrk', track.bytesize].pack('a4N')}#{track}"
  end

  def length(number)
    bytes = [number & 127]
    bytes.unshift(128 | (number & 127)) while (number >>= 7).positive?
    bytes.pack('C*')
  end

  def synthesise(bytes)
    Dir.mktmpdir do |folder|
      File.binwrite("#{folder}/in.mid", bytes)
      said, status = Open3.capture2e('fluidsynth', '-ni', '-o', 'synth.dynamic-sample-loading=1', '-R', '0', '-C', '0', '-r', RATE.to_s, '-F', "#{folder}/out.wav", FONT, "#{folder}/in.mid")
      raise "fluidsynth: #{said}" unless status.success? && File.exist?("#{folder}/out.wav")

      long(File.binread("#{folder}/out.wav"))
    end
  end

  # Longer than any take may be, so not by Wav.
  def long(bytes)
    data = bytes.byteslice((bytes.index('data') + 8)..)
    samples = Numo::Int16.from_binary(data.byteslice(0, data.bytesize / 4 * 4)).cast_to(Numo::SFloat) / 32_768
    Fawnmoss::Listening::Sound.new(samples: samples.reshape(samples.size / 2, 2).mean(axis: 1), rate: RATE)
  end
end
