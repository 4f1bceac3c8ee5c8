# frozen_string_literal: true

module Fawnmoss
  module Together
    # One chord for every bar or half bar of a tune: the cheapest row of them, exactly (Way), by the rules of ChordCosts. Chord symbols that are printed, and
    # chords that the teacher sets, stand as they are. A pick-up has none unless one is printed there.
    class Harmony
      # The time of one chord.
      Segment = Value.of(
        :spot,  # Ground::Spot of its start
        :stop,  # quarters from the start of the tune
        :heard, # what the tune plays in it: [[midi, quarters, strength 0..2, on a felt beat, by leap], ...]
        :given, # Chord that stands fixed, or nil
        :by,    # :printed or :set where it does
        :key,   # Theory::Key
        :ends   # a section ends with it
      ) do
        def at = spot.at
        def length = stop - at
        def bar = spot.bar.number
      end

      # A chord as it is answered.
      Found = Value.of(
        :bar,    # number
        :beat,   # what is counted there
        :at,     # quarters from the start
        :length, # quarters
        :chord,  # Chord
        :by,     # as of Segment
        :why,    # a sentence
        :others  # [[Chord, points more], ...], the next best first
      ) do
        def to_h
          { bar:, beat:, length: Score::Fraction.text(length), chord: chord&.to_s, degree: chord&.degree, by: by&.to_s, why:,
            others: others.map { |other, price| { chord: other.to_s, degree: other.degree, price: } } }
        end
      end

      NO_PLACE = 'there is no place for a chord'
      HALF = 3/2r # quarters that half a bar has at least, or the bar stays whole
      LONG = 4r # quarters of a piece of a bar that has no beats to go by
      OTHERS = 5

      # tune: Score::Tune; prices: data of together.yml for harmony; set: { [bar number, count as Rational] => chord symbol as text }.
      def initialize(tune, prices, set: {}, ground: Ground.new(tune))
        @tune = tune
        @ground = ground
        @prices = prices
        @set = set
      end

      # List of Found, in order.
      def list
        @list ||= way.chosen.each_with_index.map { |chord, index| found(chord, index) }
      end

      # Points of the cheapest row.
      def cost = way.total

      # The chord at a place in quarters from the start, or nil.
      def at(place)
        index = (segments.bsearch_index { _1.at > place } || segments.size) - 1
        way.chosen[index] if index >= 0 && place < segments[index].stop
      end

      # Whether another chord than before begins at a place.
      def begins?(place)
        index = segments.bsearch_index { _1.at >= place }
        !index.nil? && segments[index].at == place && (index.zero? || way.chosen[index - 1] != way.chosen[index])
      end

      # What any row of chords costs. chords: one for each segment.
      def cost_of(chords) = way.cost_of(chords)

      # InvalidInput list: what is set but is no chord, or stands where none can begin. It counts for nothing.
      def misfits = segments && @misfits

      # By segment the chords that may stand there.
      def choices = @choices ||= segments.map { |segment| segment.given ? [segment.given] : KeyChords.of(segment.key) }

      def segments = @segments ||= with_set(cut)

      private

      def way = @way ||= Way.new(choices, own: costs.method(:own), step: costs.method(:step))
      def costs = @costs ||= ChordCosts.new(segments, @prices)

      def words = @words ||= ChordWords.new(segments, costs, way.chosen)

      def found(chord, index)
        segment = segments[index]
        Found.new(bar: segment.bar, beat: segment.spot.count, at: segment.at, length: segment.length, chord:, by: segment.by,
                  why: words.why(index), others: others(index, chord))
      end

      # Beside a printed chord there is nothing to compare.
      def others(index, chord)
        return [] if segments[index].by == :printed

        all = KeyChords.of(segments[index].key)
        all.zip(way.prices(index, all)).reject { |other, _| other.symbol == chord.symbol }.sort_by(&:last).first(OTHERS)
      end

      def cut
        symbols = printed
        @tune.bars.each_index.flat_map { |index| cuts(index, symbols).each_cons(2).map { |from, to| segment(from, to, symbols) } }.compact
      end

      # Quarters where the chords of a bar begin, and its end.
      def cuts(index, symbols)
        from, stop = @ground.starts[index, 2]
        inside = symbols.keys.select { _1 > from && _1 < stop }
        halves = symbols.empty? ? halves(@tune.bars[index], from, stop) : []
        pins = @set.keys.filter_map { |number, count| @ground.at(number, count) }.select { _1 > from && _1 < stop }
        [from, *inside, *halves, *pins, stop].uniq.sort
      end

      def halves(bar, from, stop)
        return (1..((stop - from) / LONG).ceil).map { from + (LONG * _1) }.select { _1 < stop } if bar.meter.free?

        half = bar.meter.bar_length / 2
        bar.length == bar.meter.bar_length && half >= HALF && !bar.meter.triple? ? [from + half] : []
      end

      # Chord symbols as printed, by place. What is none of the kind is passed over.
      def printed
        @tune.written.each_with_object({}) do |(place, note), found|
          text = note.directions.find { _1.kind == :chord }&.text
          known = text && Chord.parse(text, @ground.spot(place).bar.key)
          found[place] = known if known
        end
      end

      def segment(from, to, symbols)
        spot = @ground.spot(from)
        return if spot.index.zero? && @ground.pickup? && symbols.keys.none? { _1 <= from }

        given = symbols.select { |at, _| at <= from }.max_by(&:first)&.last
        bar = spot.bar
        Segment.new(spot:, stop: to, heard: heard(from, to), given:, by: (:printed if given), key: bar.key,
                    ends: to == @ground.starts[spot.index + 1] && (bar.line != :single || bar.repeat_end))
      end

      def heard(from, to)
        @ground.heard(from, to).flat_map do |one, quarters|
          here = @ground.spot([one.at, from].max)
          one.midis.map { [_1, quarters, one.at >= from ? here.strength : 0, here.beat?, one.leaps] }
        end
      end

      def with_set(segments)
        @misfits = []
        @set.each { |(number, count), text| put(segments, number, count, text) }
        segments
      end

      def put(segments, number, count, text)
        where = { bar: number, beat: Score::Fraction.text(count) }
        index = segments.index { _1.at == @ground.at(number, count) } or
          return @misfits << InvalidInput.new(NO_PLACE, where:, remedy: 'Set it in a bar of the tune, where something is counted.')
        chord = Chord.parse(text, segments[index].key) or
          return @misfits << InvalidInput.new("#{text.to_s.inspect} is not a chord", where:, remedy: 'Write it like D, F#m, A7 or G/B.')
        segments[index] = segments[index].copy(given: chord, by: :set)
      end
    end
  end
end
