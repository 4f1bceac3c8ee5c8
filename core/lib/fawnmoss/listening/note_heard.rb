# frozen_string_literal: true

module Fawnmoss
  module Listening
    # One written note as it was heard.
    # place, pass: number of the place in the order of playing, and which time through
    # index, entry: number of the note in the chart, and its Chart::Entry
    # onset: seconds; late: beats after its own pulse, nil where there is none
    # cents: off its aim, with the instrument's own tuning taken out, nil when nothing is told; spread: standard deviation of the pitch, vibrato included
    # midi: the nearest key as it sounds, nil likewise; start: 'placed', 'slid' or nil; loudness: dB; clarity: 0..1
    # verdict: of VERDICTS; sure: whether all this is to be trusted; rings: whether it set an open string ringing, nil where none would
    NoteHeard = Value.of(:place, :pass, :index, :entry, :onset, :late, :cents, :spread, :midi, :start, :loudness, :clarity, :verdict, :sure, :rings) do
      def judged? = sure && !cents.nil?
      def wrong? = verdict == 'wrong note'
      def missing? = verdict == 'missing'
      def out_of_tune? = %w[flat sharp].include?(verdict)
    end

    NoteHeard::VERDICTS = ['in tune', 'flat', 'sharp', 'wrong note', 'missing', 'unsure'].freeze
  end
end
