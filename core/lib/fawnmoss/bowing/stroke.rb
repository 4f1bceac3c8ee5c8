# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # What lies between two changes of bow direction, before it is planned.
    # notes: indices of the sounding notes (of a double stop its lowest); bar, at: where it starts; duration: quarters;
    # seconds; strength: 2 on the first beat of a bar, 1 on a secondary strong beat, 0 elsewhere; opening: :firm on the
    # first first-beat of the tune, :light when small strokes lead from it into a long one (a pick-up in all but name);
    # last: nothing follows; time: what gives time for a lift before it, :rest, :breath (or a phrase end), :long_note (the
    # note before can lend it) or nil; marks: union of its notes' marks; fixed: :down, :up or nil (printed or pinned); asked_same: true when
    # the stroke before is fixed in the same direction;
    # pinned: the join the teacher fixed, or nil; shape: what makes going on in the same direction a usual repair, :pair
    # (the short note of a long-short pair), :up_up (the second of two equal notes before a bar line in triple time) or
    # nil; after_long: a long note lies before this short one; rock: :low or :high in a run that rocks between two strings,
    # or nil; ideal: share of the bow it wants, 0..1; middle: where short strokes lie, 0..1.
    Stroke = Value.of(:notes, :bar, :at, :duration, :seconds, :strength, :opening, :last, :time, :marks, :fixed, :asked_same, :pinned, :shape,
                      :after_long, :rock, :ideal, :middle)
  end
end
