# frozen_string_literal: true

module Fawnmoss
  module Chart
    # The main job: one tune, one request -> a Chart, or Impossible with the bar and what to do.
    class Solve
      TOP_SPEED = { 'simple' => 1.25, 'full' => 1.6 }.freeze # bows a second: a comfortable arm (common practice, no source)
      TEMPO = 72

      # tune: Score::Tune as stored; request: Request; weights: data/weights.yml as a hash.
      #   Solve.call(steps, Request.build(instrument: violin), weights:).entries.map { _1.place.finger } # => [0, 1, 2, 3, ...]
      def self.call(tune, request, weights:) = new(tune, request, weights).chart

      def initialize(tune, request, weights)
        @request = request
        @instrument = request.instrument
        @tune = tune.up(request.transpose)
        @moved = request.transpose.semitones != 0
        @notes = @tune.played
        @weights = weights.fetch(request.version).transform_keys(&:to_sym)
        @warnings = []
      end

      # Returns Chart or Impossible.
      def chart
        fingers = fingering
        return fingers if fingers.is_a?(Impossible)

        bows = bowing
        Chart.new(tune: @tune, request: @request, entries: entries(fingers, bows).freeze, warnings: (@warnings + bows.warnings).freeze,
                  cost: fingers.total / 100.0, demand_bars: @demands.bars, same_bars: Analysis::Sameness.bars(@tune),
                  same_rhythm: Analysis::Sameness.rhythms(@tune), hand_map: hand_map.for(@tune.key, played(fingers)),
                  hand_fingers: hand_map.fingers(@tune.key))
      end

      private

      def fingering
        found = Possible.new(@tune, @notes, @request, @moved).all
        return found if found.is_a?(Impossible)

        @warnings += found.warnings
        @placed = found.pinned
        setting = Fingering::Setting.new(weights: @weights, instrument: @instrument, fourth: @request.fourth, tempo:)
        Fingering::Solver.new(@notes, found.candidates, found.allowed, Fingering::Terms.for(setting), tempo).solve
      end

      def tempo = @request.tempo || @tune.tempo || TEMPO

      def bowing
        Bowing::Solved.for(@notes, @tune.meter, tempo:, start: @request.start, joins: @request.joins, keep_slurs: @request.slurs,
                                                top_speed: TOP_SPEED.fetch(@request.version), fixed: directions)
      end

      # Printed bow signs, overruled by the teacher's.
      def directions
        printed = @notes.select { _1.note.bow }.to_h { [_1.index, _1.note.bow] }
        printed.merge(turned)
      end

      def turned
        @turned ||= begin
          index = @notes.to_h { [_1.id, _1.index] }
          @request.pins.select { _1.direction && index[_1.note] }.to_h { [index[_1.note], _1.direction] }
        end
      end

      def entries(fingers, bows)
        holds = Fingering::Holds.for(@notes, fingers.places)
        @demands = Analysis::Demands.new(@tune, @instrument, @notes, fingers.places, bows.joins)
        reasons = Fingering::Reasons.new(@instrument, fingers, @placed)
        @notes.map { |note| entry(note, fingers, bows, holds, reasons) }
      end

      def entry(note, fingers, bows, holds, reasons)
        index = note.index
        place = fingers.places[index]
        Entry.new(note:, place:, sounding: @instrument.sounding(note.pitch), count: @tune.meter.count_at(note.at),
                  **bows.note(index), ring: Analysis::Rings.ring(@instrument, note.pitch),
                  check: Analysis::Checks.for(@instrument, place, note.pitch), hold_to: holds[index],
                  reasons: reasons.for(index), alternatives: others(fingers, reasons, index),
                  pinned: [(:place if @placed.include?(index)), (:direction if turned[index])].compact, demands: @demands.per_note[index])
      end

      def others(fingers, reasons, index)
        fingers.alternatives(index).map { Other.new(place: _1.place, extra: _1.extra / 100.0, reason: reasons.change(_1)) }
      end

      def hand_map = @hand_map ||= Analysis::HandMap.new(@instrument)
      def played(fingers) = fingers.places.zip(@notes.map(&:pitch))
    end
  end
end
