# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # What can go wrong on the way to each note, by cause: the names of core/data/drills.yml.
    class Troubles
      FAST = 0.3 # seconds
      JOINS = { hook: 'hook', stop: 'same direction', lift: 'lift', recovery: 'recovery' }.freeze
      ODD = [[1, :low], [3, :high], [4, :low]].freeze # outside the plain frame of first position

      # notes: Score::Played, one per sound; places: Place or Grip of each; bows: { direction:, join:, short:, ... } of each;
      # changes: Set of the indices of sounds that change a pattern; upper: true on violin and viola; tempo: quarters a minute.
      def initialize(notes, places, bows, changes:, upper:, tempo:)
        @notes = notes
        @places = places
        @bows = bows
        @changes = changes
        @upper = upper
        @tempo = tempo
      end

      # Causes for sound `index`.
      def for(index) = [*arriving(index), *standing(index), *bowing(index), *rhythm(index)]

      private

      def arriving(index)
        return [] if index.zero?

        from, to = @places.values_at(index - 1, index)
        [*crossing(index, from, to), ('shift' unless from.hand.same_spot?(to.hand)),
         (same_finger(from, to) unless @notes[index].rest_before.positive?)].compact
      end

      def crossing(index, from, to)
        apart = from.apart(to)
        return [] if apart.zero?
        return ['rocking'] if apart == 1 && fast?(index) && rocking?(index)

        [('skipped string' if apart > 1), ('crossing inside a slur' if @bows[index][:join] == :slur), ('there-and-back crossing' if back?(index)),
         ('crossing' if apart == 1)].compact
      end

      def back?(index)
        return false if index < 2 || @notes[index].rest_before.positive?

        before, from, to = @places[index - 2, 3]
        before.string == to.string && !(from.open? && to.open?)
      end

      def rocking?(index) = back?(index) && index > 2 && @places[index - 3].string == @places[index - 1].string

      def same_finger(from, to)
        return if from.open? || from.double? || to.double? || from.finger != to.finger
        return 'one finger on two strings' if from.string != to.string

        'sliding finger' if from.semitones != to.semitones && from.hand.same_spot?(to.hand)
      end

      def standing(index)
        place = @places[index]
        [('odd finger' if @upper && odd?(place)), ('double stop' if place.double?),
         ('stretch' if place.parts.any? { _1.placement == :extended }),
         ('fourth finger' if @upper && place.parts.any? { _1.finger == 4 }), ('pattern change' if @changes.include?(index))].compact
      end

      def odd?(place) = place.parts.any? { _1.hand.first? && ODD.include?([_1.finger, _1.placement]) }

      def bowing(index)
        bow = @bows[index]
        [JOINS[bow[:join]], ('short of bow' if bow[:short] && bow[:join] != :slur)].compact
      end

      def rhythm(index)
        note = @notes[index].note
        [('triplet' if note.tuplet), ('dotted rhythm' if note.dots.positive? && note.duration < 2),
         ('fast notes' if fast?(index)), ('trill' if note.graces || note.marks.include?(:trill))].compact
      end

      def fast?(index) = @notes[index].duration * 60 / @tempo < FAST
    end
  end
end
