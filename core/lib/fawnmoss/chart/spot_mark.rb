# frozen_string_literal: true

module Fawnmoss
  module Chart
    # What the teacher says about one spot: bars: printed numbers, in order; name: '' for the engine's word; drill: '' for the
    # engine's drill; dropped: true when it is no spot here. The engine's spot in the same bars gives way to it.
    SpotMark = Value.of(:bars, :name, :drill, :dropped)
  end
end
