# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # The notes of a tune gathered by what sounds together: mostly one, two in a double stop.
    module Sounds
      # notes: Score::Played list. Returns a list of lists, lowest note first.
      def self.of(notes) = notes.slice_when { |_, later| later.head? }.to_a
    end
  end
end
