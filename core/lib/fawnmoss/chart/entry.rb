# frozen_string_literal: true

module Fawnmoss
  module Chart
    # One sounding note of a chart with all its marks.
    # note: Score::Played; place: Instrument::Place; sounding: Theory::Pitch; count: counted number in the bar (Rational);
    # say: { numbers:, syllables: } for counting aloud; direction: :down/:up; join: :start :change :slur :hook :stop :lift
    # :recovery; bow: [from, to] of this note, 0.0 frog .. 1.0 tip; bow_words, ring, check (Analysis::Checks::Check or nil),
    # hold_to (index or nil), shift (Analysis::Shifts::Shift or nil), prepare (sentence or nil), targets ({ temperament =>
    # cents }), reasons (sentences); alternatives: list of Other; pinned: list of :place, :direction, :join; short: true when
    # the stroke is short of bow; demands: skill ids.
    Entry = Value.of(:note, :place, :sounding, :count, :say, :direction, :join, :bow, :bow_words, :ring, :check, :hold_to, :shift, :prepare,
                     :targets, :reasons, :alternatives, :pinned, :short, :demands)
  end
end
