# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Fingers that stay down because they are needed again on the same string soon, with nothing in the way.
    module Holds
      REACH = 4 # notes ahead

      # notes: Score::Played; places: Instrument::Place of each. Returns for each note the index it is held to, or nil.
      #   places 3 on D, open A, 3 on D  # => [2, nil, nil]
      def self.for(notes, places)
        notes.each_index.map { |index| held_to(index, notes, places) }
      end

      def self.held_to(index, notes, places)
        place = places[index]
        return if place.open?

        ((index + 1)..[index + REACH, notes.size - 1].min).each do |later|
          next if notes[later].head == notes[index].head

          other = places[later]
          return later > index + 1 ? later : nil if same?(place, other)
          return nil if in_the_way?(place, other)
        end
        nil
      end
      private_class_method :held_to

      def self.same?(place, other)
        place.string == other.string && place.finger == other.finger && place.semitones == other.semitones
      end
      private_class_method :same?

      # A lower note on the same string, the same finger elsewhere, or a hand that moved lifts the finger.
      def self.in_the_way?(place, other)
        return true if !other.hand.same_spot?(place.hand) || other.finger == place.finger

        other.string == place.string && other.semitones < place.semitones
      end
      private_class_method :in_the_way?
    end
  end
end
