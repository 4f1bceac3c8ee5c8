# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # What the bowing is asked for. tempo: quarters a minute; top_speed: bows a second; keep_slurs: false breaks printed
    # slurs; start: :down, :up, :balance (up from the balance point) or nil; joins: what may be used besides a plain change,
    # of :hook, :stop, :lift, :recovery; directions: { note index => :down/:up } printed or pinned; pinned: { note index =>
    # join } set by the teacher; strings: string of each note (0 = lowest); rocks: true where the lower string suits the
    # down-bow (violin, viola); middle: where short strokes lie, 0..1.
    Asked = Value.of(:tempo, :top_speed, :keep_slurs, :start, :joins, :directions, :pinned, :strings, :rocks, :middle)
  end
end
