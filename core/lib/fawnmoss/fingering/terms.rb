# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # The cost terms in force, by how many notes they look at: one (placing), two (moving), three (turning).
    Terms = Value.of(:placing, :moving, :turning) do
      # A term whose weights are all zero never fires, so the list is the same for every version.
      def self.for(setting)
        new(placing: [Costs::OpenString, Costs::FourthFinger, Costs::OddFinger, Costs::Stretch, Costs::Position].map { _1.new(setting) },
            moving: [Costs::Crossing, Costs::Skip, Costs::Hop, Costs::Slide, Costs::Shift].map { _1.new(setting) },
            turning: [Costs::ThereAndBack, Costs::ShiftChain].map { _1.new(setting) })
      end
    end
  end
end
