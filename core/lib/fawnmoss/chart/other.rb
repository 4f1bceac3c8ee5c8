# frozen_string_literal: true

module Fawnmoss
  module Chart
    # Another place for a note. place: Instrument::Place; extra: how much dearer the best whole chart through it is, in
    # plain crossings; reason: what it would change, in words.
    Other = Value.of(:place, :extra, :reason) do
      # How much harder that is, as a teacher says it.
      def how = Fingering::Reasons.harder(extra)
    end
  end
end
