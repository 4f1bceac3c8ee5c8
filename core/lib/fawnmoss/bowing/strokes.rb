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
      FIRST = { time: nil, asked_same: false, shape: nil, after_long: false }.freeze # nothing lies before the first stroke
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
        groups.each_with_index.map { |group, index| stroke(group, index, (weight_of_opening(index) if index == opening)) }
      end

      private

      def groups
        @groups ||= @notes.slice_when { |from, to| !joined?(from, to) }.to_a
      end

      def lengths = @lengths ||= groups.map { |group| group.size == 1 ? group.first.duration : group.sum(0r, &:duration) }

      def weight_of_opening(index)
        bar = groups[index].first.bar
        near = groups.each_index.select { |other| groups[other].first.bar.between?(bar, bar + 1) }
        near.any? { lengths[_1] >= lengths[index] * LEADING } ? :light : :firm
      end

      def joined?(from, to)
        pinned = @asked.pinned[to.index]
        return pinned == :slur if pinned

        @asked.keep_slurs && !from.slur.nil? && from.slur == to.slur
      end

      def stroke(group, index, opening)
        first = group.first
        duration = lengths[index]
        Stroke.new(notes: group.map(&:index), bar: first.bar, at: first.at, duration:, seconds: seconds(duration), strength: @meter.strength(first.at),
                   opening:, last: index == groups.size - 1, marks: group.flat_map(&:marks).uniq, fixed: fixed(group), pinned: pinned(first),
                   rock: rock(index), ideal: ideal(group, duration), middle: @asked.middle, **(index.positive? ? joining(group, index) : FIRST))
      end

      # What decides how a stroke may join the one before.
      def joining(group, index)
        before = groups[index - 1]
        { time: time(group, index, before.last), asked_same: fixed(group) == fixed(before), shape: shape(index),
          after_long: seconds(lengths[index - 1]) >= LONG }
      end

      def fixed(group) = group.filter_map { @asked.directions[_1.index] }.first
      def pinned(first) = @asked.pinned[first.index].then { _1 == :slur ? nil : _1 }

      # A lift needs a rest or a phrase end; a long note lends the time where a bar begins after it (that is where most
      # phrases end) or where the teacher asks for a down-bow.
      def time(group, index, before)
        return :rest if seconds(group.first.rest_before) >= 0.3
        return :breath if before.ends_phrase

        first = group.first
        :long_note if seconds(before.duration) >= BREATH && (fixed(group) == :down || (first.at.zero? && before.duration * 2 >= 3 * lengths[index]))
      end

      # Going on in the same direction is usual after the long note of a pair (dotted rhythm, long-short in compound time),
      # and on the second of two equal notes before a bar line in triple time.
      def shape(index)
        before, this, after = groups[index - 1, 3]
        return if this.first.rest_before.positive? || !off_beat?(this)
        return :pair if lengths[index - 1] >= 2 * lengths[index] && (after.nil? || @meter.on_beat?(after.first.at))

        :up_up if lengths[index - 1] == lengths[index] && before_bar_line?(before, after)
      end

      # In triple time, with the bar line before the next stroke and both notes of the pair in the bar.
      def before_bar_line?(before, after) = @meter.triple? && after && after.first.at.zero? && !before.first.at.zero?

      def off_beat?(group) = @meter.strength(group.first.at) < 2

      # In a run of single notes that goes to and fro between two neighbouring strings, where this one lies.
      def rock(index)
        return unless @asked.rocks

        (0..3).each do |back|
          four = strings[index - back, 4] if index >= back
          return four[back] == four.min ? :low : :high if four && rocking?(four)
        end
        nil
      end

      # String of every stroke of a single note, nil for slurs.
      def strings = @strings ||= groups.map { |group| @asked.strings[group.first.index] if group.size == 1 }

      def rocking?(four)
        four.size == 4 && four.all? && four[0] == four[2] && four[1] == four[3] && (four[0] - four[1]).abs == 1
      end

      def seconds(quarters) = quarters.to_f * 60 / @asked.tempo

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
        total = lengths.sum
        lengths.tally.select { |length, count| length * count >= total * COMMON }.keys.max || lengths.max
      end
    end
  end
end
