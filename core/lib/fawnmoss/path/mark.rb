# frozen_string_literal: true

module Fawnmoss
  module Path
    # One observation of a skill on one day. skill: id; value: 0 not yet, 1 with help, 2 alone and slow, 3 alone, at tempo,
    # twice in a row; on: Date; note: text or nil; tempo: quarters a minute or nil; checks: those seen, [] when none were ticked;
    # source: 'lesson', 'home', 'recording', or 'placed' for what a pupil had before the first lesson here (Placement).
    Mark = Value.of(:skill, :value, :on, :note, :tempo, :checks, :source) do
      def placed? = source == Placement::SOURCE
    end
  end
end
