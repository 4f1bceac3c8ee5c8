# frozen_string_literal: true

module Fawnmoss
  # Parts worked out for playing together with a tune.
  module Together
    # The part of a beginner: long notes on open strings, in each bar or half bar the string that sounds best with the tune (guide page on playing
    # together, A second part). The cheapest way through all of them, exactly; the prices are ours.
    class OpenStrings
      CLASH = [0, 10, 6, 1, 1, 3, 8, 0, 1, 1, 6, 9].freeze # for a quarter of the tune, by semitones it lies over the string, octaves left out
      STRONG = 2 # times the price where a strong beat falls into it
      OUTSIDE = 6 # for each quarter of a string whose note the key does not have
      ACROSS = [0, 2, 8, 14].freeze # for going to the next string, or over one or two
      IN_A_BAR = 3 # more where it comes inside a bar
      HOME = { 0 => 0, 7 => 4 }.freeze # for the last note, by semitones over the tonic
      NOT_HOME = 40
      FIRST = 1/4r # of those prices for the first note
      HALF = 2r # quarters that half a bar has at least, or the bar stays whole
      LONGEST = 4r # quarters of one bow over both halves of a bar

      NAME = 'open strings'

      # One piece of time. bar: index of its bar; length: quarters; prices: by string, low to high, or nil where the tune rests.
      Piece = Value.of(:bar, :length, :prices)
      private_constant :Piece

      # tune: Score::Tune in the key it is played in; instrument: Instrument::Instrument. Returns Score::Tune with the same bars.
      #   OpenStrings.of(steps_in_d, violin).played.map { _1.pitch.to_s } # => ["D4", "D4", "A4", "D4"]
      def self.of(tune, instrument) = new(tune, instrument).part

      # What the part is called. title: of the tune.
      def self.title(title) = "#{title}, #{NAME}"

      def initialize(tune, instrument)
        @tune = tune
        @open = instrument.open
      end

      def part
        sheet = Writing::Sheet.of(@tune.alone)
        played = pieces.zip(strings).group_by { |piece, _| piece.bar }
        bars = sheet.bars.each_with_index.map { |bar, index| bar.copy(clef: nil, sounds: sounds(played.fetch(index)).freeze) }
        sheet.copy(bars: bars.freeze, title: self.class.title(sheet.title)).tune
      end

      # By piece the index of its string, nil for a rest.
      def strings
        chosen = cheapest.each
        pieces.map { |piece| piece.prices && chosen.next }
      end

      # What the part costs.
      def least = cost(strings.compact)

      # What a choice of strings costs. chosen: their indices, one for each piece that sounds.
      def cost(chosen)
        return 0 if chosen.empty?

        heard = sounding.zip(chosen).sum { |piece, string| piece.prices[string] }
        heard + chosen.each_cons(2).with_index.sum { |(before, string), index| change(before, string, index + 1) } +
          first(chosen.first) - sounding.first.prices[chosen.first] + home(chosen.last, sounding.last)
      end

      private

      def pieces = @pieces ||= @tune.bars.each_with_index.flat_map { |bar, index| cut(bar).map { |from, to| piece(bar, index, from, to) } }

      # [[from, to], ...] in quarters from the first note of a bar. A pick-up is one piece, and rests (see piece).
      def cut(bar)
        half = bar.meter.bar_length / 2
        halves = bar.length == bar.meter.bar_length && half >= HALF && !bar.meter.triple?
        halves ? [[0r, half], [half, bar.length]] : [[0r, bar.length]]
      end

      def piece(bar, index, from, to)
        heard = heard(bar, from, to)
        Piece.new(bar: index, length: to - from, prices: heard.empty? || pickup?(index) ? nil : @open.map { price(_1, heard, bar, to - from) })
      end

      def pickup?(index) = index.zero? && @tune.pickup.positive? && @tune.bars.size > 1

      # [[pitch, quarters it sounds in the piece, on a strong beat], ...]
      def heard(bar, from, to)
        at = 0r
        bar.chords.flat_map do |chord|
          starts = at
          at += chord.first.duration
          quarters = [at, to].min - [starts, from].max
          next [] if chord.first.rest? || !quarters.positive?

          strong = bar.meter.strength(bar.start + starts).positive?
          chord.map { [_1.pitch, quarters, strong] }
        end
      end

      def price(string, heard, bar, length)
        heard.sum { |pitch, quarters, strong| CLASH.fetch((pitch.midi - string.midi) % 12) * quarters * (strong ? STRONG : 1) } +
          (bar.key.has?(string) ? 0 : OUTSIDE * length)
      end

      # The cheapest strings for the pieces that sound.
      def cheapest
        return [] if sounding.empty?

        best = @open.each_index.map { first(_1) }
        ways = (1...sounding.size).map { |index| reach(best, index).tap { |found| best = found.map(&:first) } }
        last = @open.each_index.min_by { best[_1] + home(_1, sounding.last) }
        ways.reverse.each_with_object([last]) { |way, chosen| chosen << way[chosen.last].last }.reverse
      end

      # The first piece on a string.
      def first(string) = sounding.first.prices[string] + (FIRST * home(string, sounding.first))

      # By string of the piece at an index: [the least that it costs to have come there, the string before].
      def reach(best, index)
        @open.each_index.map do |string|
          cost, before = @open.each_index.map { [best[_1] + change(_1, string, index), _1] }.min
          [cost + sounding[index].prices[string], before]
        end
      end

      def sounding = @sounding ||= pieces.select(&:prices)

      # From the string before to that of the piece at an index.
      def change(before, string, index)
        return 0 if before == string

        ACROSS.fetch((before - string).abs) + (sounding[index - 1].bar == sounding[index].bar ? IN_A_BAR : 0)
      end

      def home(string, piece)
        tonic = @tune.bars[piece.bar].key.tonic_pitch.midi
        HOME.fetch((@open[string].midi - tonic) % 12, NOT_HOME)
      end

      # One string in both halves of a bar is one bow where it is not too long.
      def sounds(pieces)
        joined = pieces.slice_when { |(one, string), (other, next_string)| string != next_string || one.length + other.length > LONGEST }
        joined.map do |run|
          string = run.first.last
          rest = Notation::Events.rest(run.sum { |piece, _| piece.length })
          string ? rest.copy(pitches: [@open[string]].freeze) : rest
        end
      end
    end
  end
end
