# frozen_string_literal: true

module Fawnmoss
  module Instrument
    # A position of the hand. name: as printed ('half', '1', '2', 'between 2 and 3'); nut: semitones of finger 1 above
    # the nut, for the distance of a shift; step: staff steps of finger 1 above the open string (upper strings);
    # form: :plain, :closed, :extended (cello, opened forward) or :back (cello, finger 1 alone reaching down).
    Position = Value.of(:name, :nut, :step, :form) do
      def first? = name == '1'
      def open_hand? = %i[extended back].include?(form)

      # The hand stands where it stood. Opening the cello hand is no shift: forward, finger 1 stays; backward, 2, 3 and 4 do.
      def same_spot?(other) = spot == other.spot

      # Semitones of finger 1 above the nut when the hand is closed.
      attr_reader :spot

      def derive = @spot = form == :back ? nut + 1 : nut

      # "first position", "half position", for sentences.
      def words
        spoken = self.class::ORDINALS[name] ? "#{self.class::ORDINALS[name]} position" : self.class.spell(name)
        { extended: "#{spoken}, extended", back: "#{spoken}, first finger reaching back" }.fetch(form, spoken)
      end

      # "lowered second position", "the position between second and third".
      def self.spell(name)
        number, change = name.match(/\A(\d) (lowered|raised)\z/)&.captures
        return "#{change} #{self::ORDINALS[number]} position" if number

        "the position #{name.gsub(/\d/) { self::ORDINALS[_1] }}"
      end
    end

    Position::ORDINALS = { 'half' => 'half', '1' => 'first', '2' => 'second', '3' => 'third', '4' => 'fourth', '5' => 'fifth' }.freeze
  end
end
