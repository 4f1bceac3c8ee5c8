# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What is in the middle of a list of numbers, the upper one of two: one odd number does not move it.
    module Middle
      # nil for an empty list.
      def self.of(list) = list.sort[list.size / 2]
    end
  end
end
