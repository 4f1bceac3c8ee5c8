# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # How a stroke may follow the one before.
    Link = Value.of(
      :time,       # what gives time to lift the bow: :rest, :breath, :phrase (ends on a long note), :long_note (a down-bow is asked for); else nil
      :asked_same, # true when the stroke before is fixed in the same direction
      :pinned,     # the join the teacher fixed, or nil
      :shape,      # a usual repair in the same direction: :dotted, :pair (after a note twice as long), :up_up (before a bar line); else nil
      :own_slur,   # where the engine may take it into the bow of the note before: :ending of a bar or phrase, :inner, :middle, :other (see Links); else nil
      :after_long, # true when a long note lies before this short one
      :crowd,      # share of the bow that it and the stroke before want together beyond a whole one
      :usual       # the join chosen for all bars of this rhythm, or nil
    )

    # Nothing lies before the first stroke.
    Link::FIRST = Link.new(asked_same: false, after_long: false, crowd: 0)
  end
end
