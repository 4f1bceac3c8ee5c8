# frozen_string_literal: true

module Fawnmoss
  module Instrument
    # A paper strip to lay beside the fingerboard: from the nut outward, cut into pieces that fit the paper. All in mm, at true scale.
    module Strip
      # Longest piece on one page, beside margins, heading and the ruler that proves the printer's scale.
      LENGTHS = { 'A4' => 235, 'Letter' => 215 }.freeze
      OVER = 15 # of fingerboard shown beyond the last tape
      RULER = 100

      # One page's piece. from, to: mm from the nut; marks: [{ mm: from the nut, at: from the top of the piece, label: }].
      Piece = Value.of(:from, :to, :marks)

      # tapes: as Tapes.for, those wanted; paper: 'A4' or 'Letter'. Returns Piece list; a piece never ends within 8 mm of a tape.
      # Raises InvalidInput when no tape is wanted.
      #   Strip.pieces([{ mm: 35.8, label: '1' }], paper: 'A4').first.to # => 51
      def self.pieces(tapes, paper:)
        raise InvalidInput.new('no tape is chosen', where: { field: 'tapes' }, remedy: 'Choose one to four.') if tapes.empty?

        cuts = [0]
        last = (tapes.map { _1[:mm] }.max + OVER).floor
        cuts << cut(cuts.last, last, tapes, LENGTHS.fetch(paper)) while cuts.last < last
        cuts.each_cons(2).map do |from, to|
          own = tapes.select { _1[:mm] > from && _1[:mm] <= to }
          Piece.new(from:, to:, marks: own.map { |tape| { mm: tape[:mm], at: (tape[:mm] - from).round(1), label: tape[:label] } })
        end
      end

      def self.cut(from, last, tapes, length)
        return last if last - from <= length

        (from + length).downto(from + 1).find { |at| tapes.none? { |tape| (tape[:mm] - at).abs < 8 } }
      end
      private_class_method :cut
    end
  end
end
