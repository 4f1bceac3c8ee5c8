# frozen_string_literal: true

module Fawnmoss
  module Listening
    # A pupil who is not there: plays a chart with named faults, so that listening can be tried without a microphone.
    module StandIn
      # chart: Chart::Chart; given: faults as plain data (Faults); chance: answers numbers from 0 to under 1, the caller's, made from the seed. Returns Sound.
      # Raises InvalidInput.
      def self.play(chart, given, chance:)
        faults = Faults.new(given, tempo: chart.tempo, chance:)
        faults.check(chart.entries.size)
        instrument = chart.request.instrument
        events = Playing.of(Written.of(chart), chart.entries, faults, instrument)
        Voice.of(events, faults, open: instrument.open.map { instrument.sounding(_1).midi }, chance:)
      end
    end
  end
end
