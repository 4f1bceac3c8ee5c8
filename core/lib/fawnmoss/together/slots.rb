# frozen_string_literal: true

module Fawnmoss
  module Together
    # Where a part has its notes: by its kind and pace, as the tune moves.
    class Slots
      # A stretch of a slot in which the tune does not change.
      Moment = Value.of(
        :length,   # quarters
        :strength, # 0..2 of the place where it begins, or of a strong beat that it holds over
        :midis,    # as the tune sounds, empty for a rest
        :struck,   # the tune strikes a note there
        :leaps     # one that it leaps to or from
      )
      # Room for one note of the part.
      Slot = Value.of(
        :spot,    # Ground::Spot
        :stop,    # quarters from the start of the tune
        :moments, # Moment list
        :held,    # the tune holds its note into it, so that the part may hold too
        :rest,    # the part rests
        :chord,   # Chord under it, or nil
        :last     # the last of the part that sounds
      ) do
        def at = spot.at
        def length = stop - at
        def bar = spot.bar.number
        def strength = spot.strength
        def key = spot.bar.key
        def midis = moments.first.midis
      end

      # ground: Ground; harmony: Harmony; wish: Wish. Returns Slot list that covers the tune without gaps.
      def self.list(ground, harmony, wish) = new(ground, harmony, wish).list

      def initialize(ground, harmony, wish)
        @ground = ground
        @harmony = harmony
        @wish = wish
      end

      def list
        slots = edges.each_cons(2).map { |from, to| slot(from, to) }
        last = slots.rindex { !_1.rest }
        slots[last] = slots[last].copy(last: true) if last
        slots
      end

      private

      def edges = [0r, *inner, @ground.length].uniq.sort

      def inner
        case @wish.kind
        when 'drone' then @ground.starts
        when 'bass' then [*@ground.starts, *@harmony.segments.map(&:at)]
        when 'answer' then gaps.flat_map { |from, to| [from, *steps(from, to), to] }
        else second
        end
      end

      def second
        return [*tune, *@ground.struck.flat_map { @ground.beats_within(_1) }] if @wish.pace == 'tune'

        strength = @wish.pace == 'strong' ? 1 : 0
        ends = @ground.struck.select { |one| one.last || one.ends }
        beats = @ground.tune.bars.each_index.flat_map { |index| @ground.beats(index, strength:) }
        [*@ground.starts, *beats.reject { |at| ends.any? { _1.at < at && at < _1.stop } }, *(@ground.starts[1] if @ground.pickup?)]
      end

      def tune = @ground.struck.flat_map { [_1.at, _1.stop] }

      # [[from, to], ...] in which the tune rests or holds, from the first felt beat after a long note has begun.
      def gaps = @gaps ||= (held + rests).sort.uniq

      def held
        @ground.struck.filter_map do |one|
          from = @ground.beats_within(one).first
          [from, one.stop] if from
        end
      end

      def rests
        @ground.struck.each_cons(2).filter_map do |one, other|
          [one.stop, other.at] if other.at - one.stop >= @ground.spot(one.stop).bar.meter.beat_length
        end
      end

      # Halves of beats, or thirds, where the tune has such and the part is in its rhythm; else beats.
      def steps(from, to)
        meter = @ground.spot(from).bar.meter
        step = meter.beat_length
        step /= meter.compound? ? 3 : 2 if @wish.pace == 'tune' && quick?
        (1..((to - from) / step).floor).map { from + (step * _1) }
      end

      def quick? = @quick ||= @ground.struck.any? { _1.length < @ground.spot(_1.at).bar.meter.beat_length }

      def slot(from, to)
        spot = @ground.spot(from)
        moments = moments(from, to)
        held = !moments.first.struck && moments.first.midis.any?
        Slot.new(spot:, stop: to, moments:, held:, chord: @harmony.at(from), rest: rests?(spot, from, to, moments))
      end

      def rests?(spot, from, to, moments)
        return gaps.none? { |start, stop| from >= start && to <= stop } if @wish.kind == 'answer'
        return true if spot.index.zero? && @ground.pickup? && (@wish.kind != 'second' || @wish.pace != 'tune')

        moments.all? { _1.midis.empty? }
      end

      def moments(from, to)
        heard = @ground.heard(from, to)
        edges = [from, to, *heard.flat_map { |one, _| [one.at, one.stop] }.select { _1 > from && _1 < to }].uniq.sort
        edges.each_cons(2).map { |start, stop| moment(heard.map(&:first).select { _1.at < stop && _1.stop > start }, start, stop) }
      end

      def moment(heard, start, stop)
        struck = heard.select { _1.at == start }
        strength = @ground.spot(start).strength
        strength = 1 if strength.zero? && @ground.strong_in?(start, stop) # held over a strong beat
        Moment.new(length: stop - start, strength:, midis: heard.flat_map(&:midis), struck: struck.any?, leaps: struck.any?(&:leaps))
      end
    end
  end
end
