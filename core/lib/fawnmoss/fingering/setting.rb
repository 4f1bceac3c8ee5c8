# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What the cost terms may look at: weights (one version's table of data/weights.yml for the instrument, symbol keys),
    # instrument, fourth ('open', 'fourth', 'either': the school for fourth finger or open string), learnt (of :fourth,
    # :stretch: what the pupil has), tempo (quarters a minute).
    Setting = Value.of(:weights, :instrument, :fourth, :learnt, :tempo)
  end
end
