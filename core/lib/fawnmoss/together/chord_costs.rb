# frozen_string_literal: true

module Fawnmoss
  module Together
    # What a chord costs under its piece of the tune, and after the chord before. Functional harmony as in the common textbooks, from memory.
    class ChordCosts
      LIKE_MAJOR = { 'i' => 'I', 'iv' => 'IV', 'II' => 'ii' }.freeze # a minor tonic or fourth is as near as a major one
      SEVENTH = 10 # semitones
      WANTS_HOME = %w[I i vi VI].freeze

      # segments: Harmony::Segment list; prices: data of together.yml for harmony.
      def initialize(segments, prices)
        @segments = segments
        @prices = prices
        @plain = prices['plain']
        @weights = segments.map { |segment| segment.heard.map { |midi, *how| [midi, weight(*how), seventh(*how)] } }
        @manners = {}.compare_by_identity
        @last = segments.size - 1
        @home = segments.rindex { _1.spot.index < segments.last.spot.index } || -1 # the last before the last bar
      end

      def own(index, chord)
        seventh = chord.degree == 'V'
        price = @weights[index].sum do |midi, weight, as_seventh|
          if chord.has?(midi) then 0
          else seventh && (midi - chord.root_class) % 12 == SEVENTH ? as_seventh : weight
          end
        end
        price + plain(index, chord) + place(index, chord)
      end

      # index: of the segment that is gone to.
      def step(index, before, chord)
        here = @segments[index]
        return 0 if before.equal?(chord) || before.symbol == chord.symbol

        price = here.spot.index == @segments[index - 1].spot.index ? @prices['change_inside'] : @prices['change']
        here.key == @segments[index - 1].key ? price + known_manner(before, chord) + arrival(index, before, chord) : price
      end

      # MIDI numbers of the notes that a chord does not have.
      def clashes(index, chord) = @segments[index].heard.map(&:first).reject { |midi| chord.has?(midi) }

      private

      def weight(quarters, strength, beat, leaps)
        times = [beat ? 1r : @prices['clash_off']/100r, @prices['clash_half'], @prices['clash_strong']].fetch(strength)
        (@prices['clash'] * times * (leaps ? @prices['clash_leap']/100r : 1) * quarters).round
      end

      # A seventh over the dominant.
      def seventh(quarters, *) = (@prices['seventh'] * quarters).round

      def known_manner(before, chord) = (@manners[before] ||= {}.compare_by_identity)[chord] ||= manner(before, chord)

      # What is printed or set need not be plain.
      def plain(index, chord)
        return 0 if @segments[index].given == chord

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
