# frozen_string_literal: true

module Fawnmoss
  module Chart
    # One sounding note of a chart with all its marks.
    # note: Score::Played; place: Instrument::Place; sounding: Theory::Pitch; count: counted number in the bar (Rational);
    # direction: :down/:up; join: :start :change :slur :stop :lift; bow: [from, to] of this note, 0.0 frog .. 1.0 tip;
    # bow_words, ring, check (Analysis::Checks::Check or nil), hold_to (index or nil), reasons (sentences);
    # alternatives: list of Other; pinned: list of :place, :direction; short: true when the stroke is short of bow.
    Entry = Value.of(:note, :place, :sounding, :count, :direction, :join, :bow, :bow_words, :ring, :check, :hold_to,
                     :reasons, :alternatives, :pinned, :short, :demands)
  end
end
