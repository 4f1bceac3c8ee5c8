# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # What a chart asks of a pupil: skill ids for every note, and the bars where each is asked for.
    class Demands
      # notes: Score::Played; places: Instrument::Place; joins: join per note (:start, :change, :slur, :stop, :lift).
      def initialize(tune, instrument, notes, places, joins)
        @tune = tune
        @instrument = instrument
        @notes = notes
        @places = places
        @joins = joins
      end

      # Array of arrays of skill ids, one per note, in path order within a note.
      def per_note
        @per_note ||= @notes.each_index.map do |index|
          ['sound.open', *rhythm(@notes[index]), *left_hand(@places[index]), *crossing(index), *bow(index)].freeze
        end
      end

      # { skill id => [bar numbers] } in order of first appearance.
      def bars
        per_note.each_with_index.with_object({}) do |(ids, index), found|
          ids.each { |id| (found[id] ||= []) << @notes[index].bar }
        end.transform_values(&:uniq)
      end

      private

      def rhythm(note)
        written = note.note
        ids = []
        ids << (written.duration < 1 ? 'rhythm.eighths' : 'rhythm.plain')
        ids << 'rhythm.triplet' if written.triplet
        ids << 'rhythm.dotted' if written.dots.positive? && written.duration != 3 && !@tune.meter.compound?
        ids << 'rhythm.six-eight' if @tune.meter.compound?
        ids << 'rhythm.pick-up' if note.bar.zero?
        ids
      end

      def left_hand(place)
        return [] if place.open?

        case @instrument.hand
        when Instrument::Hands::Letters then upper(place)
        when Instrument::Hands::Cello then ['left.first-fingers', ('pattern.second-finger' if place.finger == 2), *out_of_first(place)].compact
        else ['left.block', ('pattern.second-finger' if place.finger == 2), *out_of_first(place)].compact
        end
      end

      def upper(place)
        pattern = { [2, :high] => 'pattern.2-3-close', [2, :low] => 'pattern.1-2-close', [3, :high] => 'pattern.3-4-close',
                    [1, :low] => 'pattern.low-1' }[[place.finger, place.placement]]
        fourth = 'left.fourth' if place.finger == 4
        ['left.first-fingers', pattern, fourth, *out_of_first(place)].compact
      end

      def out_of_first(place)
        ids = []
        ids << (place.hand.name == 'half' ? 'position.half' : 'position.next') unless place.hand.first?
        ids << 'left.stretch' if place.placement == :extended
        ids
      end

      def crossing(index)
        return [] if index.zero?

        apart = (@places[index].string - @places[index - 1].string).abs
        [[], ['crossing.next']].fetch(apart, ['crossing.next', 'crossing.skip'])
      end

      def bow(index)
        { slur: ['bow.slur'], stop: ['bow.same-way'], lift: ['bow.lift'] }.fetch(@joins[index], [])
      end
    end
  end
end
