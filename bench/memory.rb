# frozen_string_literal: true

# Prints the peak memory of this process, in MB, after it charted the tune in ABC on standard input: instrument and version as
# arguments. See bench/core.rb.

require 'bundler/setup'
require_relative '../core/load_data'

id, version = ARGV
catalogue = FawnmossData.load
transpose = Fawnmoss::Theory::Interval.octaves(%w[cello bass].include?(id) ? -1 : 0)
request = Fawnmoss::Chart::Request.build(instrument: catalogue.instrument(id), version:, transpose:)
chart = Fawnmoss::Chart::Solve.call(Fawnmoss::Notation::Abc.read($stdin.read), request, catalogue)
raise chart.reason if chart.is_a?(Fawnmoss::Chart::Impossible)

puts File.read('/proc/self/status')[/^VmHWM:\s+(\d+)/, 1].to_f / 1024
