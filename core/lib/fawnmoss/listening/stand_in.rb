# frozen_string_literal: true

module Fawnmoss
  module Listening
    # A pupil who is not there: plays a chart with named faults, so that listening can be tried without a microphone.
    module StandIn
    end
  end
end
