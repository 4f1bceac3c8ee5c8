# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # Gathers sounding notes into strokes: a slur is one stroke, everything else a stroke of its own; then says how much
    # bow each wants.
    class Strokes
      SLOW = 60 # beats a minute: up to here the beat gets the whole bow
      COMMON = Rational(35, 100) # a length is common when it fills this share of the tune's time
      SHORTEST = 0.125
      BREATH = 1.2 # seconds: a note this long can lend the time for a lift that is asked for
      LEADING = Rational(5, 2) # a stroke this many times as long, soon after, makes the first ones leading notes

      # meter: Theory::Meter; tempo: quarters a minute; top_speed: bows a second; keep_slurs: false breaks them;
      # fixed: { note index => :down/:up }.
      def initialize(notes, meter, tempo:, top_speed:, keep_slurs:, fixed:)
        @notes = notes
        @meter = meter
        @tempo = tempo
        @top_speed = top_speed
        @keep_slurs = keep_slurs
        @fixed = fixed
      end

      # Array of Stroke.
      def list
        opening = groups.index { |group| group.first.at.zero? && group.first.bar.positive? }
        groups.each_with_index.map { |group, index| stroke(group, index, (weight_of_opening(group) if index == opening)) }
      end

      private

      def groups
        @groups ||= @notes.slice_when { |from, to| !joined?(from, to) }.to_a
      end

      def weight_of_opening(group)
        first = length(group)
        near = groups.select { |other| other.first.bar.between?(group.first.bar, group.first.bar + 1) }
        near.any? { length(_1) >= first * LEADING } ? :light : :firm
      end

      def length(group) = group.sum(0r, &:duration)

      def joined?(from, to) = @keep_slurs && !from.slur.nil? && from.slur == to.slur

      def stroke(group, index, opening)
        first = group.first
        duration = length(group)
        Stroke.new(notes: group.map(&:index), bar: first.bar, at: first.at, duration:, seconds: seconds(duration),
                   strength: @meter.strength(first.at), opening:, last: index == groups.size - 1,
                   may_lift: index.positive? && may_lift?(group, groups[index - 1].last),
                   marks: group.flat_map(&:marks).uniq, fixed: fixed(group), ideal: ideal(group, duration))
      end

      def fixed(group) = group.filter_map { @fixed[_1.index] }.first

      # A lift needs a rest or a phrase end; where the teacher asks for a down-bow, a long note before it lends the time.
      def may_lift?(group, before)
        before.ends_phrase || seconds(group.first.rest_before) >= 0.3 || (fixed(group) == :down && seconds(before.duration) >= BREATH)
      end

      def seconds(quarters) = (quarters * 60 / @tempo).to_f

      # A quarter of the reference length gets a quarter of the bow; staccato half of that; never faster than the arm.
      def ideal(group, duration)
        share = (duration / reference).to_f
        share /= 2 if group.any? { _1.marks.include?(:staccato) }
        [share, 1.0, seconds(duration) * @top_speed].min.clamp(SHORTEST, 1.0)
      end

      # The length that gets the whole bow: the beat when the tempo is slow, the longest common stroke otherwise.
      def reference
        @reference ||= begin
          beats = @tempo / @meter.beat_length
          beats <= SLOW ? @meter.beat_length : longest_common
        end
      end

      def longest_common
        lengths = groups.map { length(_1) }
        total = lengths.sum
        lengths.tally.select { |length, count| length * count >= total * COMMON }.keys.max || lengths.max
      end
    end
  end
end
