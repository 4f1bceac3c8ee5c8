# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # What the bowing is asked for.
    Asked = Value.of(
      :tempo,      # quarters a minute
      :top_speed,  # bows a second
      :weights,    # a table of data/bow_weights.yml, symbol keys
      :keep_slurs, # false breaks printed slurs
      :start,      # :down, :up, :balance (up from the balance point) or nil
      :joins,      # what the engine may use of its own besides a plain change: of :slur, :hook, :stop, :lift, :recovery
      :directions, # { note index => :down/:up } printed or pinned
      :pinned,     # { note index => join } set by the teacher
      :strings,    # { note index => string, 0 = lowest; of a double stop the lower }
      :phrases,    # Set of the indices of notes that begin a phrase
      :loud,       # { note index => share of its usual bow that it takes for being loud or soft }, nil where all are alike
      :rocks,      # true where the lower string suits the down-bow (violin, viola)
      :middle      # where short strokes lie, 0 frog .. 1 tip
    ) do
      def seconds(quarters) = quarters.to_f * 60 / tempo

      # What of its usual bow a note takes.
      def loudness(index) = loud ? loud.fetch(index, 1.0) : 1.0
    end
  end
end
