# frozen_string_literal: true

require 'date'
require 'diff/lcs'
require 'json'
require 'lru_redux'
require 'midilib'
require 'nokogiri'
require 'stringio'
require 'strscan'
require 'tsort'
require 'zeitwerk'
require 'zip'

# The rules of the job: pure values and functions. Nothing below here reads a file, a clock, a database or a
# random number; data comes in as arguments (core/load_data.rb reads core/data at the edge).
module Fawnmoss
  # Archives are opened from a string in memory (open_buffer), never from a path.
  ZipBuffer = Zip::File
end

loader = Zeitwerk::Loader.for_gem
loader.setup
Fawnmoss::LOADER = loader
