# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # What lies between two changes of bow direction, before it is planned.
    Stroke = Value.of(
      :notes,    # indices of its sounding notes (of a double stop the lowest)
      :bar,      # number of the bar in which it starts
      :at,       # place in that bar where it starts, in quarters
      :duration, # quarters
      :seconds,  # the same at the chart's tempo
      :strength, # 2 on the first beat of a bar, 1 on a secondary strong beat, 0 elsewhere
      :opening,  # of a first beat: :firm the first of the tune, :light where small strokes lead into a long one, :phrase a phrase's first; else nil
      :last,     # true when nothing follows
      :marks,    # all marks of its notes
      :fixed,    # :down or :up where the page or the teacher says so, else nil
      :rock,     # :low or :high in a run that rocks between two strings, else nil
      :ideal,    # share of the bow it wants, 0..1
      :plain,    # the same if it were neither loud nor soft
      :middle,   # where on the bow it belongs, 0 frog .. 1 tip, for quick and short strokes; nil for others
      :link      # Link: how it may follow the stroke before
    )
  end
end
