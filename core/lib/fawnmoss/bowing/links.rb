# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # Says of every stroke how it may follow the one before: what time there is, which repairs are usual there.
    class Links
      REST = 0.3 # seconds of rest in which the bow can be set anew
      BREATH = 1.2 # seconds: a note this long can lend the time for a lift that is asked for
      PHRASE_NOTE = 0.8 # seconds: the same at the end of a phrase
      LONG = 1.0 # seconds: a note after which a short up-bow is better played near the frog
      SLURRED = 1.0 # seconds: two notes no longer than this may go in one bow of the engine's own

      # groups: lists of Score::Played, a stroke each; fixed: the direction of each that the page or the teacher says, or nil; lengths: their
      # durations in quarters; ideals: the share of the bow that each wants; asked: Asked.
      def initialize(groups, fixed, lengths, ideals, asked)
        @groups = groups
        @fixed = fixed
        @lengths = lengths
        @ideals = ideals
        @asked = asked
      end

      # Link of stroke number index.
      def for(index)
        pinned = @asked.pinned[@groups[index].first.index].then { _1 == :slur ? nil : _1 }
        return Link::FIRST.copy(pinned:) if index.zero?

        Link.new(time: time(index), asked_same: @fixed[index] == @fixed[index - 1], pinned:, shape: shape(index),
                 own_slur: (own_slur(index) unless pinned || @fixed[index]), after_long: seconds(@lengths[index - 1]) >= LONG,
                 crowd: [@ideals[index - 1] + @ideals[index] - 1, 0].max)
      end

      private

      def seconds(quarters) = @asked.seconds(quarters)

      # A lift needs a rest or a phrase end; a long note lends the time where a phrase ends or the teacher asks for a down-bow.
      def time(index)
        first = @groups[index].first
        before = @groups[index - 1].last
        return :rest if seconds(first.rest_before) >= REST
        return :breath if before.ends_phrase
        return :phrase if @asked.phrases.include?(first.index) && seconds(before.duration) >= PHRASE_NOTE

        :long_note if seconds(before.duration) >= BREATH && @fixed[index] == :down
      end

      # Going on in the same direction is usual after the long note of a pair (dotted rhythm, long-short in compound time),
      # and on the second of two equal notes before a bar line: in triple time, or where they repeat a pitch and cannot be slurred.
      def shape(index)
        before, this, after = @groups[index - 1, 3]
        return if this.first.rest_before.positive? || this.first.strength == 2
        return :dotted if @lengths[index - 1] >= 3 * @lengths[index] && (after.nil? || on_unit?(after.first))
        return :pair if pair?(index, this, after)

        :up_up if @lengths[index - 1] == @lengths[index] && before_bar_line?(before, after) && (this.first.meter.triple? || repeated?(before, this))
      end

      # The short note of a long-short pair that fills a beat or more, itself between the beats.
      def pair?(index, this, after)
        @lengths[index - 1] >= 2 * @lengths[index] && !this.first.on_beat? && (after.nil? || after.first.on_beat?)
      end

      def on_unit?(note) = note.count.denominator == 1
      def repeated?(before, this) = before.size == 1 && this.size == 1 && before.first.pitch == this.first.pitch && short?(this.first)
      def short?(note) = seconds(note.duration) <= SLURRED

      # The bar line before the next stroke, and both notes of the pair in the bar.
      def before_bar_line?(before, after) = after && after.first.at.zero? && !before.first.at.zero?

      # Two short notes of one length, on one string or two that are neighbours, where a bar has a stroke too many: :ending before a bar
      # line or the last note of a phrase, :inner on a beat within the bar, if they are shorter than what follows them there, :middle on
      # a beat elsewhere; :other, any of them, in a tune whose page says itself what is slurred. Else nil.
      def own_slur(index)
        before, this, after = @groups[index - 1, 3].map(&:first)
        return unless after && single?(index - 1) && single?(index) && pair_of_notes?(before, this)

        kind = own_slur_kind(before, this, after, index)
        kind && printed_slurs? ? :other : kind
      end

      def own_slur_kind(before, this, after, index)
        return :ending if !before.at.zero? && (after.at.zero? || last_of_phrase?(index + 1))
        return unless after.bar == this.bar && before.on_beat?

        @lengths[index + 1] > @lengths[index] ? :inner : :middle
      end

      def single?(index) = @groups[index].size == 1

      def printed_slurs?
        return @printed_slurs unless @printed_slurs.nil?

        @printed_slurs = @groups.any? { _1.size > 1 }
      end

      def pair_of_notes?(one, other)
        one.duration == other.duration && one.bar == other.bar && one.pitch != other.pitch && other.rest_before.zero? && short?(one) &&
          one.marks.empty? && other.marks.empty? && (@asked.strings[one.index].to_i - @asked.strings[other.index].to_i).abs <= 1
      end

      def last_of_phrase?(index) = index + 1 < @groups.size && @asked.phrases.include?(@groups[index + 1].first.index)
    end
  end
end
