# frozen_string_literal: true

module Fawnmoss
  module Score
    # A note's part in a group that is played in the time of another number: three in the time of two.
    Tuplet = Value.of(
      :notes,  # how many
      :within, # in the time of how many
      :place   # of the note in its group: :start, :inside, :stop, or :alone
    ) do
      # Sounding length by written length.
      def factor = Rational(within, notes)
      def triplet? = notes == 3 && within == 2
      def starts? = %i[start alone].include?(place)
      def stops? = %i[stop alone].include?(place)
    end
  end
end
