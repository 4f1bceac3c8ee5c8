# frozen_string_literal: true

module Fawnmoss
  module Practice
    # Learning by adding (guide page on practice): inside a phrase grow by a bar or a beat at a time, each step twice, the whole
    # phrase five times; then phrases in pairs, then all. Backward, the growth starts at the end.
    class ChainSteps
      # from, to: "bar:beat", both played; times: repetitions; words: what it is; first, last: its ends as they are said to a child, "bar 4" where
      # nothing of the bar is left over.
      Step = Value.of(:from, :to, :times, :words, :first, :last) do
        # "bars 1 to 4", "the pick-up to bar 4", "bar 4, after beat 3, to bar 8".
        def span
          return first if first == last
          return "bars #{first.delete_prefix('bar ')} to #{last.delete_prefix('bar ')}" if [first, last].all? { _1.match?(/\Abar \d+\z/) }

          "#{first}#{',' if first.include?(',')} to #{last}"
        end
      end

      EACH = 2
      PHRASE = 5
      PAIR = 3

      # chart: Chart::Chart; backward: true grows from the end; by: 'bar' or 'beat'.
      def initialize(chart, backward: false, by: 'bar')
        raise InvalidInput.new("#{by.inspect} is no step to grow by", where: { field: 'by' }, remedy: 'Choose bar or beat.') unless %w[bar beat].include?(by)

        heads = chart.entries.select { _1.note.head? }
        @notes = heads.map(&:note)
        @spots = heads.map { |entry| [entry.note.bar, entry.count] }
        index = heads.each_with_index.to_h { |entry, at| [entry.note.id, at] }
        @phrases = chart.phrases.map { |phrase| phrase[:notes].map { index.fetch(_1) } }
        @backward = backward
        @by = by
      end

      # Array of Step.
      def list
        single = @phrases.each_with_index.flat_map { |(from, to), number| phrase(from, to, number + 1) }
        [*single, *pairs, (step(0, @spots.size - 1, PAIR, 'all of it') if @phrases.size > 1)].compact
      end

      private

      # Phrases 1 and 2, 3 and 4 ...; two phrases alone are all of it.
      def pairs
        return [] if @phrases.size == 2

        couples = @phrases.each_with_index.each_slice(2).select { _1.size == 2 }
        couples.map { |(first, one), (last, two)| step(first[0], last[1], PAIR, "phrases #{one + 1} and #{two + 1}") }
      end

      def phrase(from, to, number)
        ends = cuts(from, to)
        grown = @backward ? ends.reverse.map { |start| [start, to] } : ends.map { |stop| [from, stop] }
        grown = grown.reject { _1 == [from, to] || _1[0] == _1[1] }
        grown.map { |a, b| step(a, b, EACH, "phrase #{number}, growing") } << step(from, to, PHRASE, "phrase #{number}, without a stop")
      end

      # Notes on which a step may end (forward) or begin (backward): the first note of each bar or beat.
      def cuts(from, to)
        ((from + 1)...to).select do |at|
          @by == 'bar' ? @spots[at][0] != @spots[at - 1][0] : @notes[at].on_beat?
        end
      end

      def step(from, to, times, words) = Step.new(from: name(from), to: name(to), times:, words:, first: first_words(from), last: last_words(to))

      # The phrase before ends on the note that this one begins with; where that is the last of its bar, the next bar is meant.
      def first_words(from)
        bar, count = @spots[from]
        count != 1 && from.positive? && ends_bar?(from) ? "bar #{bar + 1}" : place_words(bar, count)
      end

      def last_words(to) = ends_bar?(to) ? place_words(@spots[to][0], 1) : place_words(*@spots[to])
      def ends_bar?(index) = @spots[index + 1].nil? || @spots[index + 1][0] != @spots[index][0]

      def place_words(bar, count)
        return 'the pick-up' if bar.zero?

        ["bar #{bar}", ("#{'after ' unless count.to_r.denominator == 1}beat #{count.floor}" unless count == 1)].compact.join(', ')
      end

      def name(index) = Score::Fraction.place(*@spots[index])
    end
  end
end
