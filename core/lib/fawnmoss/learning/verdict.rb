# frozen_string_literal: true

module Fawnmoss
  module Learning
    # A chart held against the marks of a piece.
    class Verdict
      # fingers, bows: [accepted, of]; broken: the flat statements that the chart breaks; wrong: numbers of the bars with a mark that a
      # teacher would change.
      attr_reader :fingers, :bows, :broken, :wrong

      def initialize(piece, chart)
        @piece = piece
        @entries = chart.entries
        places = @entries.each_with_index.map { |entry, at| piece.takes?(at, entry.place) }
        ways = piece.bowings.map { turns(_1) }.max_by { |hits| hits.count(&:itself).fdiv([hits.compact.size, 1].max) }
        @fingers = [places.count(&:itself), places.size]
        @bows = [ways.count(&:itself), ways.compact.size]
        @broken = piece.never.select { broken?(_1) }
        @wrong = @entries.zip(places, ways).filter_map { |entry, place, turn| entry.note.bar if !place || turn == false }.uniq
      end

      def accepted? = wrong.empty? && broken.empty?

      private

      # Per note true, false, or nil without an opinion.
      def turns(bowing) = @entries.zip(bowing).map { |entry, wanted| wanted && entry.direction == wanted }

      def broken?(text)
        case text
        when 'shift' then steps.any? { |from, to| !from.place.hand.same_spot?(to.place.hand) }
        when 'skip inside slur' then steps.any? { |from, to| to.join == :slur && from.place.apart(to.place) > 1 }
        when /\Aposition (.+)\z/ then in_position?(Regexp.last_match(1))
        when /\Aup on beat 1 of bar (\d+)\z/ then at(Regexp.last_match(1), '1')&.direction == :up
        when /\A(open string|fourth finger) on (\d+):(\S+)\z/ then finger?(*Regexp.last_match.captures)
        else Piece.refuse(@piece.name, "never #{text} is not known")
        end
      end

      def steps = @entries.each_cons(2)
      def in_position?(name) = @entries.any? { !_1.place.open? && _1.place.hand.name == name }
      def finger?(kind, bar, count) = at(bar, count)&.place&.finger == (kind == 'open string' ? 0 : 4)

      def at(bar, count) = @entries.find { _1.note.bar == bar.to_i && _1.count == Rational(count) }
    end
  end
end
