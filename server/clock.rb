# frozen_string_literal: true

module FawnmossServer
  # Seconds of a clock that only goes forward, whatever is done to the time of day: for how long something takes.
  module Clock
    def self.now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
