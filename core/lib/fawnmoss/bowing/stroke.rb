# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # What lies between two changes of bow direction, before it is planned.
    # notes: indices of the sounding notes; bar, at: where it starts; duration: quarters; seconds; strength: 2 on the
    # first beat of a bar, 1 on a secondary strong beat, 0 elsewhere; opening: :firm on the
    # first first-beat of the tune, :light when small strokes lead from it into a long one (a pick-up in all but name);
    # last: nothing follows; may_lift: a rest or a phrase end lies before it; marks: union of its notes' marks;
    # fixed: :down, :up or nil (printed or pinned); ideal: share of the bow it wants, 0..1.
    Stroke = Value.of(:notes, :bar, :at, :duration, :seconds, :strength, :opening, :last, :may_lift, :marks, :fixed, :ideal)
  end
end
