# frozen_string_literal: true

module Fawnmoss
  module Chart
    # What a tune asks for in one kind of request, apart from the chart: small enough to be kept for every tune on a shelf.
    # demand_bars: { skill id => [bars] }; demand_notes: { skill ids of a note => how many notes }; cost: in plain crossings; moved: semitones
    # from the tune as written to the octave that fits; why: a sentence when it is out of reach everywhere (the others are then empty).
    Asks = Value.of(:demand_bars, :demand_notes, :cost, :moved, :why) do
      # tune: Score::Tune; request: Request. A tune that lies out of reach is moved to the nearest octave that fits, when there is one.
      #   Asks.of(steps, Request.build(instrument: violin), catalogue).demand_bars.keys # => ["sound.open", "rhythm.plain", ...]
      def self.of(tune, request, catalogue)
        found, interval = nearest(request) { Solve.outline(tune, _1, catalogue, offers: true) }
        return out_of_reach(found) if found.is_a?(Impossible)

        new(demand_bars: found.demand_bars, demand_notes: found.demand_notes, cost: found.cost.round(2), moved: interval ? interval.semitones : 0, why: nil)
      end

      # Asks the block for the request as it is and, where the tune lies out of reach, once more an octave that fits away.
      # Returns [what the block answered, Theory::Interval or nil].
      def self.nearest(request)
        found = yield request
        octave = found.is_a?(Impossible) && found.offers.map(&:interval).find { (_1.semitones % 12).zero? }
        octave ? [yield(request.copy(transpose: octave)), octave] : [found, nil]
      end

      def self.out_of_reach(impossible)
        new(demand_bars: {}, demand_notes: {}, cost: 0.0, moved: 0, why: "#{impossible.reason}. #{impossible.remedy}")
      end
      private_class_method :out_of_reach

      def out_of_reach? = !why.nil?
    end
  end
end
