# frozen_string_literal: true

module Fawnmoss
  module Listening
    # A recording that cannot be read, or in which there is nothing to judge.
    class InvalidTake < Error; end
  end
end
