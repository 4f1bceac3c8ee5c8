# frozen_string_literal: true

module Fawnmoss
  module Instrument
    # A position of the hand. name: as printed ('half', '1', '2', 'between 2 and 3'); nut: semitones of finger 1 above
    # the nut, for the distance of a shift; step: staff steps of finger 1 above the open string (upper strings);
    # form: :plain, :closed or :extended.
    Position = Value.of(:name, :nut, :step, :form) do
      def first? = name == '1'

      # The hand stands where it stood: opening it for a stretch is no shift.
      def same_spot?(other) = nut == other.nut

      # "first position", "half position", for sentences.
      def words
        ordinal = { 'half' => 'half', '1' => 'first', '2' => 'second', '3' => 'third', '4' => 'fourth', '5' => 'fifth' }
        spoken = ordinal[name] ? "#{ordinal[name]} position" : "the position #{name}"
        form == :extended ? "#{spoken}, extended" : spoken
      end
    end
  end
end
