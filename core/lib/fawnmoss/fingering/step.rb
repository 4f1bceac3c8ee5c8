# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Coming to a place: all that a cost term looks at. Terms of a place by itself look at `to` and `note` only.
    Step = Value.of(
      :to,      # Instrument::Place or Instrument::Grip come to
      :note,    # Score::Played that is played there (of a double stop the lowest)
      :from,    # Place or Grip gone from; nil at the start, and for terms that do not look at it
      :move,    # Move from there
      :before,  # string of the note before `from`, 0 the lowest; nil for none
      :settled  # how many notes lie between `from` and the last shift: 0, 1, or SETTLED for two and more
    ) do
      # The hand stays where it is.
      def same_spot? = from.hand.same_spot?(to.hand)
    end

    Step::SETTLED = 2
  end
end
