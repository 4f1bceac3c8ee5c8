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

      # A few faults as a beginner makes them, as plain data for play: the finger used most a little off, a stop, a wrong note, not quite the tempo.
      def self.some(chart, chance:)
        half = chart.entries.size / 2
        faults = [{ 'kind' => 'stop', 'note' => 1 + (chance.call * (half - 1)).floor, 'seconds' => 1.2 + chance.call },
                  { 'kind' => 'wrong', 'note' => half + (chance.call * half).floor, 'semitones' => 1 }]
        faults = [] if half < 2
        finger = favourite(chart)
        faults << { 'kind' => 'finger', **finger, 'cents' => (chance.call < 0.5 ? -1 : 1) * (18 + (10 * chance.call)) } if finger
        { 'tempo' => (chart.tempo * (0.85 + (0.15 * chance.call))).clamp(Score::Tune::TEMPI), 'uneven' => 4, 'vibrato' => 6, 'faults' => faults }
      end

      # The string and finger that a chart asks for most, nil where all is on open strings.
      def self.favourite(chart)
        places = chart.entries.map(&:place).reject(&:open?).map { [_1.string, _1.finger] }.tally
        string, finger = places.max_by(&:last)&.first
        string && { 'string' => chart.request.instrument.string_names[string], 'finger' => finger }
      end
      private_class_method :favourite
    end
  end
end
