# frozen_string_literal: true

module Fawnmoss
  module Together
    # What a chord costs under its piece of the tune, and after the chord before. Functional harmony as in the common textbooks, from memory.
    class ChordCosts
      LIKE_MAJOR = { 'i' => 'I', 'iv' => 'IV', 'II' => 'ii' }.freeze # a minor tonic or fourth is as near as a major one
      WANTS_HOME = %w[I i vi VI].freeze

      # segments: Harmony::Segment list; prices: data of together.yml for harmony.
      def initialize(segments, prices)
        @segments = segments
        @prices = prices
        @plain = prices['plain']
        @last = segments.size - 1
        @home = segments.rindex { _1.spot.index < segments.last.spot.index } || -1 # the last before the last bar
      end

      def own(index, chord) = clashes(index, chord).sum(&:last) + plain(index, chord) + place(index, chord)

      # index: of the segment that is gone to.
      def step(index, before, chord)
        here = @segments[index]
        return 0 if before.symbol == chord.symbol

        price = here.spot.index == @segments[index - 1].spot.index ? @prices['change_inside'] : @prices['change']
        here.key == @segments[index - 1].key ? price + manner(before, chord) + arrival(index, before, chord) : price
      end

      # [[midi, points], ...] of the notes that a chord does not have.
      def clashes(index, chord)
        @segments[index].heard.filter_map do |midi, quarters, strength, beat, leaps|
          next if chord.has?(midi)

          [midi, (weight(chord, midi, strength, beat, leaps) * quarters).round]
        end
      end

      private

      def weight(chord, midi, strength, beat, leaps)
        return @prices['seventh'] if chord.degree == 'V' && (midi - chord.root_class) % 12 == 10

        times = [beat ? 1r : @prices['clash_off']/100r, @prices['clash_half'], @prices['clash_strong']].fetch(strength)
        @prices['clash'] * times * (leaps ? @prices['clash_leap']/100r : 1)
      end

      # What is printed or set need not be plain.
      def plain(index, chord)
        return 0 if @segments[index].given

        @plain.fetch(LIKE_MAJOR.fetch(chord.degree, chord.degree), @prices['other'])
      end

      def place(index, chord)
        found = 0
        found += @prices['first'] if index.zero? && !chord.tonic?
        found += @prices['last'] if index == @last && !chord.tonic?
        found += @prices['phrase_end'] if @segments[index].ends && !chord.tonic? && chord.degree != 'V'
        found
      end

      def manner(before, chord)
        return 0 if before.degree.nil? || chord.degree.nil? || before.like?(chord)
        return @prices['from_third'] if before.degree == 'iii' && !%w[vi IV].include?(chord.degree)
        return 0 unless before.dominant?
        return @prices['backward'] if before.degree == 'V' && %w[IV iv ii].include?(chord.degree)

        leads?(before, chord) ? 0 : @prices['unresolved']
      end

      def leads?(before, chord) = WANTS_HOME.include?(chord.degree) || chord.dominant? || before.degree == 'V'

      # Home in the last bar is come to from the dominant.
      def arrival(index, before, chord) = index > @home && chord.tonic? && !before.dominant? ? @prices['before_last'] : 0
    end
  end
end
