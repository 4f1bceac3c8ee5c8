# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # Sections to learn (guide page on practice): cut where the music breathes, two to four bars long, each beginning on the
    # note the last one ended with, so that the join is practised with it. The best set of cuts is found exactly, by dynamic
    # programming over the notes; time is linear because a phrase is never longer than LONGEST bars.
    class Phrases
      # from, to: indices of sounds, both included.
      Phrase = Value.of(:from, :to)

      LONGEST = 8 # bars
      # What makes a note a good last one, in points.
      POINTS = { ends_phrase: 12, rest: 8, long: 6, bar_end: 4, opening_returns: 8, strong: 2 }.freeze
      CUT = 13 # points that a cut costs, so that phrases do not crumble
      SHORT = 8 # points, times the square of the bars under two
      WIDE = 3  # points, times the square of the bars over four

      # notes: Score::Played, one per sound.
      def initialize(tune, notes)
        @notes = notes
        @bar = tune.meter.bar_length
        @opening = tune.pickup.zero? ? 0r : @bar - tune.pickup # place in the bar where the tune began
        @usual = notes.map(&:duration).sort[notes.size / 2]
      end

      # Array of Phrase that covers the tune. cuts: ids of the notes between phrases as the teacher wants them, or nil.
      def list(cuts = nil)
        cuts = cuts ? given(cuts) : solve
        cuts.each_cons(2).map { |from, to| Phrase.new(from:, to:) }
      end

      # Set of the indices (Score::Played#index) of the notes with which a musical phrase begins: after a marked end, or after a long note
      # that fills up an even number of bars, where the tune began in its bar. cuts: ids as for list; there every cut counts.
      def starts(cuts = nil)
        return list(cuts)[0..-2].to_set { @notes[_1.to + 1].index } if cuts

        (0...(@notes.size - 1)).select { breathes?(_1) }.to_set { @notes[_1 + 1].index }
      end

      private

      def breathes?(index)
        note = @notes[index]
        return true if note.ends_phrase || note.marks.include?(:fermata)
        return false unless @notes[index + 1].at == @opening

        bars = (@notes[index + 1].onset - @notes.first.onset) / @bar
        ((bars % 4).zero? && long?(note, 3/2r)) || ((bars % 2).zero? && (@notes[index + 1].rest_before.positive? || fills_bar?(note)))
      end

      def long?(note, times) = note.duration >= @usual * times
      def fills_bar?(note) = long?(note, 2) && note.duration * 4 >= @bar * 3

      # Ids that are not there any more are passed over.
      def given(ids)
        inner = (1...(@notes.size - 1)).select { ids.include?(@notes[_1].id) }
        [0, *inner, @notes.size - 1]
      end

      def solve
        return [0, 0] if @notes.size == 1

        @ends = @notes.map { ((_1.onset + _1.duration) / @bar).to_f } # bars from the start of the tune
        @start = (@notes.first.onset / @bar).to_f
        best = [0.0]
        from = [nil]
        (1...@notes.size).each { |index| best[index], from[index] = reach(index, best) }
        trace(from)
      end

      # The best total of a phrase that ends on this note, and the note it starts from; nil where no phrase would end.
      def reach(index, best)
        last = index == @notes.size - 1
        points = last ? 0 : points(index)
        return unless last || points.positive?

        chosen = nil
        (index - 1).downto(0) do |start|
          next unless best[start]

          bars = @ends[index] - (start.zero? ? @start : @ends[start])
          break if bars > LONGEST && chosen

          total = best[start] + points - CUT - unfit(bars)
          chosen = [total, start] if chosen.nil? || total > chosen[0]
        end
        chosen
      end

      def unfit(bars)
        return SHORT * ((2 - bars)**2) if bars < 1.99

        bars > 4.01 ? WIDE * ((bars - 4)**2) : 0
      end

      def points(index)
        note = @notes[index]
        after = @notes[index + 1]
        found = { ends_phrase: note.ends_phrase || note.marks.include?(:fermata), rest: after.rest_before.positive?, long: note.duration >= 2 * @usual,
                  bar_end: after.at == @opening, opening_returns: opening_at?(index + 1), strong: note.strength.positive? }
        POINTS.sum { |name, worth| found[name] ? worth : 0 }
      end

      # The first four notes come back here.
      def opening_at?(index)
        return false if index + 3 >= @notes.size || @notes[index].at != @notes.first.at

        (0..3).all? { |step| @notes[step].pitch == @notes[index + step].pitch && @notes[step].duration == @notes[index + step].duration }
      end

      def trace(from)
        index = @notes.size - 1
        cuts = [index]
        cuts << (index = from[index]) while index.positive?
        cuts.reverse
      end
    end
  end
end
