# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What the cost terms may look at.
    Setting = Value.of(
      :weights,    # one version's table of data/weights.yml for the instrument, symbol keys
      :instrument, # Instrument::Instrument
      :fourth,     # 'open', 'fourth' or 'either': the school for fourth finger or open string
      :learnt,     # of :fourth, :stretch, :vibrato: what the pupil has
      :home,       # name of the position where the hand is at home (Home)
      :tempo       # quarters a minute
    ) do
      # A second or more.
      def long?(note) = note.duration * 60 / tempo >= 1
    end
  end
end
