# frozen_string_literal: true

module Fawnmoss
  module Listening
    # A recording that cannot be read, or in which there is nothing to judge.
    class InvalidTake < Error
      def self.silent = new('Nothing with a pitch is to be heard in this recording', remedy: 'Play closer to the microphone, and record again.')
    end
  end
end
