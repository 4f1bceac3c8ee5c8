# frozen_string_literal: true

require 'numo/narray'
require 'numo/pocketfft'

module Fawnmoss
  # What a recording of a pupil can tell (guide page on listening): samples in, findings out. A take is one recording of a chart. Nothing
  # here reads files; Wav turns bytes into a Sound, and the process that calls this is one of its own, bounded in time and memory.
  # The libraries for numbers are loaded with this module, so that whoever never listens never loads them.
  module Listening
    HOP = 0.01 # seconds between two looks at a take
  end
end
