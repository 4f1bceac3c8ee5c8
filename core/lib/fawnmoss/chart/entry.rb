# frozen_string_literal: true

module Fawnmoss
  module Chart
    # One sounding note of a chart with all its marks.
    Entry = Value.of(
      :note,         # Score::Played
      :place,        # Instrument::Place
      :sounding,     # Theory::Pitch
      :count,        # counted number in the bar, Rational
      :say,          # { numbers:, syllables: } for counting aloud
      :direction,    # :down or :up
      :join,         # :start :change :slur :hook :stop :lift :recovery
      :added,        # true for a slur that is the engine's own proposal and not printed
      :bow,          # [from, to] of this note, 0.0 frog .. 1.0 tip
      :bow_words,    # how much bow, where, how fast
      :ring,         # :strong, :slight or :none
      :check,        # Analysis::Checks::Check or nil
      :graces,       # places of the grace notes before it, in order, nil where one is out of reach; [] without any
      :trill,        # place of the upper note of a trill, or nil
      :hold_to,      # index of the note to which the finger stays down, or nil
      :shift,        # Analysis::Shifts::Shift or nil
      :prepare,      # a sentence or nil
      :targets,      # { temperament => cents }
      :reasons,      # sentences
      :alternatives, # list of Other
      :pinned,       # what the teacher fixed here: of :place, :direction, :join
      :hand,         # what the engine would do here without the studio's own hand, in words, or nil when that is the same
      :short,        # true when the stroke is short of bow
      :demands,      # skill ids
      :shape         # Shape::Layer::Sound, or nil
    )
  end
end
