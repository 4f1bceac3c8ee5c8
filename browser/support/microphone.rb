# frozen_string_literal: true

require 'tmpdir'
require_relative 'chromium'

# What a Chromium hears instead of a microphone: a file, read when a page begins to listen, once, then silence.
module Microphone
  RATE = 48_000 # samples a second that it takes
  FOLDER = Dir.mktmpdir('fawnmoss-microphone').tap { |folder| at_exit { FileUtils.rm_rf(folder) } }
  FILE = File.join(FOLDER, 'heard.wav')
  FLAGS = ['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream', "--use-file-for-fake-audio-capture=#{FILE}%noloop",
           '--autoplay-policy=no-user-gesture-required'].freeze

  module_function

  # sound: Fawnmoss::Listening::Sound; after: seconds of silence before it.
  def plays(sound, after: 0)
    count = (sound.seconds * RATE).floor
    places = Numo::DFloat.new(count).seq * sound.rate.fdiv(RATE)
    from = places.floor.clip(0, sound.samples.size - 2).cast_to(Numo::Int32)
    between = places - from
    samples = (sound.samples[from] * (1 - between)) + (sound.samples[from + 1] * between)
    whole = Numo::SFloat.zeros((after * RATE).round).concatenate(Numo::SFloat.cast(samples))
    File.binwrite(FILE, Fawnmoss::Listening::Wav.write(Fawnmoss::Listening::Sound.new(samples: whole, rate: RATE)))
  end

  # A tone of so many Hz.
  def tone(hertz, seconds)
    time = Numo::DFloat.new((seconds * RATE).round).seq / RATE
    samples = (1..6).sum { |partial| Numo::DFloat::Math.sin(time * (2 * Math::PI * hertz * partial)) / partial } * 0.2
    plays(Fawnmoss::Listening::Sound.new(samples: Numo::SFloat.cast(samples), rate: RATE))
  end

  # A chart as the stand-in pupil plays it. solved: Fawnmoss::Chart::Chart; faults: as of docs/listening.md.
  def pupil(solved, faults, after: 0)
    plays(Fawnmoss::Listening::StandIn.play(solved, faults, chance: Random.new(1).method(:rand)), after:)
  end
end

Capybara.register_driver(:listening) { |app| chromium(app, Microphone::FLAGS) }
