# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # Gathers sounding notes into strokes: a slur is one stroke, everything else a stroke of its own; then says how much
    # bow each wants. How a stroke may follow the one before is said by Links.
    class Strokes
      SLOW = 60 # beats a minute: up to here the beat gets the whole bow
      WHOLE = 1.5 # seconds: from here on every note gets the whole bow, only slower
      COMMON = Rational(35, 100) # a length is common when it fills this share of the tune's time
      SHORTEST = 0.125
      LEADING = Rational(5, 2) # a stroke this many times as long at the next bar line makes the first ones leading notes
      SHARE = { staccato: 0.5, tenuto: 0.9, off_string: 0.35 }.freeze # of the bow a note of its length would get
      FAST = 0.3 # seconds: a stroke this quick belongs to the middle of the bow
      QUICK = 0.35 # seconds: a tune most of whose strokes are no longer lives between the middle and the upper half
      QUICK_MOST = 0.5 # of the bow at most for a stroke under a second in such a tune
      QUICK_MIDDLE = 0.6

      # notes: Score::Played, one for each sound; meter: Theory::Meter; asked: Asked.
      def initialize(notes, meter, asked)
        @notes = notes
        @meter = meter
        @asked = asked
      end

      # Array of Stroke.
      def list
        openings = openings()
        links = Links.new(groups, fixed, lengths, ideals, @asked)
        groups.each_with_index.map { |group, index| stroke(group, index, openings[index], links.for(index)) }
      end

      private

      def groups = @groups ||= @notes.slice_when { |from, to| !joined?(from, to) }.to_a
      def lengths = @lengths ||= groups.map { |group| group.size == 1 ? group.first.duration : group.sum(0r, &:duration) }
      def fixed = @fixed ||= groups.map { |group| group.filter_map { @asked.directions[_1.index] }.first }
      def marks = @marks ||= groups.map { |group| group.size == 1 ? group.first.marks : group.flat_map(&:marks).uniq }
      def plain = @plain ||= groups.each_index.map { ideal(marks[_1], lengths[_1]) }
      def ideals = @ideals ||= @asked.loud ? groups.each_index.map { ideal(marks[_1], lengths[_1], loudness(groups[_1])) } : plain

      # Of a stroke, its notes by their lengths.
      def loudness(group) = group.sum { _1.duration * @asked.loudness(_1.index) } / group.sum(&:duration)

      def joined?(from, to)
        pinned = @asked.pinned[to.index]
        return pinned == :slur if pinned

        return false unless @asked.keep_slurs
        return true if !from.slur.nil? && from.slur == to.slur

        # A dashed slur is a proposal; where the engine makes proposals it makes its own.
        !from.dashed.nil? && from.dashed == to.dashed && !@asked.joins.include?(:slur)
      end

      # { number of a group => its opening }: the first first-beat of the tune, and that of every phrase: where the phrase begins, or the
      # bar line after its pick-up.
      def openings
        firsts = groups.each_index.select { groups[_1].first.at.zero? && groups[_1].first.bar.positive? }
        phrases = groups.each_index.select { |index| groups[index].any? { @asked.phrases.include?(_1.index) } }
        found = phrases.filter_map { |index| first_beat_of(index, firsts) }.to_h { [_1, :phrase] }
        firsts.empty? ? found : found.merge(firsts.first => weight_of_opening(firsts.first))
      end

      def first_beat_of(index, firsts)
        first = firsts.bsearch { _1 >= index }
        first if first && groups[first].first.bar - groups[index].first.bar <= 1
      end

      # Strokes of one length that fill the first bar and lead into a much longer one are a pick-up in all but name.
      def weight_of_opening(index)
        bar = groups[index].first.bar
        following = (index...groups.size).find { groups[_1].first.bar > bar } or return :firm
        alike = (index...following).all? { lengths[_1] == lengths[index] }
        alike && groups[following].first.at.zero? && lengths[following] >= lengths[index] * LEADING ? :light : :firm
      end

      def stroke(group, index, opening, link)
        first = group.first
        duration = lengths[index]
        Stroke.new(notes: group.map(&:index), bar: first.bar, at: first.at, duration:, seconds: seconds(duration), strength: first.strength,
                   opening:, last: index == groups.size - 1, marks: marks[index], fixed: fixed[index],
                   rock: rock(index), ideal: ideals[index], plain: plain[index], middle: middle(marks[index], seconds(duration)), link:)
      end

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

      def seconds(quarters) = @asked.seconds(quarters)

      # A quarter of the reference length gets a quarter of the bow; dots, dashes and bouncing notes less; loud ones more, soft ones less; never
      # faster than the arm, and in a quick tune no whole bow between its quick strokes.
      def ideal(marks, duration, loudness = 1.0)
        share = (duration / reference).to_f * loudness
        share *= SHARE.slice(*marks).values.min if SHARE.keys.intersect?(marks)
        [share, most(seconds(duration)), seconds(duration) * @asked.top_speed].min.clamp(SHORTEST, 1.0)
      end

      def most(seconds) = quick? && seconds < 1 ? QUICK_MOST : 1.0

      def middle(marks, seconds)
        return QUICK_MIDDLE if quick? && seconds < 1

        @asked.middle if seconds < FAST || marks.include?(:staccato)
      end

      # Half of the strokes or more are quick.
      def quick?
        return @quick unless @quick.nil?

        @quick = lengths.count { seconds(_1) <= QUICK } * 2 >= lengths.size
      end

      # The length that gets the whole bow: the beat when the tempo is slow, the longest common stroke otherwise; never longer than a
      # second and a half.
      def reference
        @reference ||= begin
          beats = @asked.tempo / @meter.beat_length
          [beats <= SLOW ? @meter.beat_length : longest_common, Rational(WHOLE * @asked.tempo) / 60].min
        end
      end

      def longest_common
        total = lengths.sum
        lengths.tally.select { |length, count| length * count >= total * COMMON }.keys.max || lengths.max
      end
    end
  end
end
