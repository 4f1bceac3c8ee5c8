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
      LONG = 1.0 # seconds: a note after which a short up-bow is better played near the frog
      SHARE = { staccato: 0.5, tenuto: 0.9, off_string: 0.35 }.freeze # of the bow a note of its length would get

      # notes: Score::Played, one for each sound; meter: Theory::Meter; asked: Asked.
      def initialize(notes, meter, asked)
        @notes = notes
        @meter = meter
        @asked = asked
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

      def joined?(from, to)
        pinned = @asked.pinned[to.index]
        return pinned == :slur if pinned

        @asked.keep_slurs && !from.slur.nil? && from.slur == to.slur
      end

      def stroke(group, index, opening)
        first = group.first
        duration = length(group)
        before = groups[index - 1] if index.positive?
        Stroke.new(notes: group.map(&:index), bar: first.bar, at: first.at, duration:, seconds: seconds(duration),
                   strength: @meter.strength(first.at), opening:, last: index == groups.size - 1, time: before && time(group, before.last),
                   marks: group.flat_map(&:marks).uniq, fixed: fixed(group), asked_same: before ? fixed(group) == fixed(before) : false,
                   pinned: pinned(first), shape: before && shape(index),
                   after_long: before ? seconds(length(before)) >= LONG : false, rock: rock(index), ideal: ideal(group, duration), middle: @asked.middle)
      end

      def fixed(group) = group.filter_map { @asked.directions[_1.index] }.first
      def pinned(first) = @asked.pinned[first.index].then { _1 == :slur ? nil : _1 }

      # A lift needs a rest or a phrase end; a long note lends the time where a bar begins after it (that is where most
      # phrases end) or where the teacher asks for a down-bow.
      def time(group, before)
        return :rest if seconds(group.first.rest_before) >= 0.3
        return :breath if before.ends_phrase

        first = group.first
        :long_note if seconds(before.duration) >= BREATH && (fixed(group) == :down || (first.at.zero? && before.duration * 2 >= 3 * length(group)))
      end

      # Going on in the same direction is usual after the long note of a pair (dotted rhythm, long-short in compound time),
      # and on the second of two equal notes before a bar line in triple time.
      def shape(index)
        before, this = groups.values_at(index - 1, index)
        after = groups[index + 1]
        return if this.first.rest_before.positive? || !off_beat?(this)
        return :pair if length(before) >= 2 * length(this) && (after.nil? || @meter.on_beat?(after.first.at))

        :up_up if @meter.triple? && length(before) == length(this) && after && after.first.at.zero? && !before.first.at.zero?
      end

      def off_beat?(group) = @meter.strength(group.first.at) < 2

      # In a run of single notes that goes to and fro between two neighbouring strings, where this one lies.
      def rock(index)
        return unless @asked.rocks

        (0..3).each do |back|
          near = groups[[index - back, 0].max, 4]
          next unless near && near.size == 4 && index - back >= 0 && near.all?(&:one?)

          strings = near.map { @asked.strings[_1.first.index] }
          return strings[back] == strings.min ? :low : :high if strings[0] == strings[2] && strings[1] == strings[3] && (strings[0] - strings[1]).abs == 1
        end
        nil
      end

      def seconds(quarters) = (quarters * 60 / @asked.tempo).to_f

      # A quarter of the reference length gets a quarter of the bow; dots, dashes and bouncing notes less; never faster than
      # the arm.
      def ideal(group, duration)
        share = (duration / reference).to_f * SHARE.slice(*group.flat_map(&:marks)).values.min.then { _1 || 1 }
        [share, 1.0, seconds(duration) * @asked.top_speed].min.clamp(SHORTEST, 1.0)
      end

      # The length that gets the whole bow: the beat when the tempo is slow, the longest common stroke otherwise.
      def reference
        @reference ||= begin
          beats = @asked.tempo / @meter.beat_length
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
