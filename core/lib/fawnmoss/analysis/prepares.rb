# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # What to get ready and when: an open string before a stretch, a shift or a new pattern sets the hand; a crossing down
    # onto 4 sets the whole block; a low 2 is found from the frame of 1 and 3 (guide page on fingering, marks derived).
    class Prepares
      # instrument: Instrument; notes: Score::Played; places: Place of each; changes: Set of the indices of notes that
      # change the pattern of their string.
      def initialize(instrument, notes, places, changes)
        @instrument = instrument
        @notes = notes
        @places = places
        @changes = changes
      end

      # A sentence for note `index`, or nil.
      def for(index)
        return open_string(index) if @places[index].open?

        block(index) || frame(index)
      end

      private

      def open_string(index)
        later = [index + 1, index + 2].find { |near| near < @places.size && !@places[near].open? }
        return unless later

        place = @places[later]
        what = if !place.hand.same_spot?(@places[index].hand) || moved_before?(index) then "the hand in #{place.hand.words}"
               elsif place.placement == :extended then "the stretch to finger #{place.finger}"
               elsif @changes.include?(later) then "#{Patterns.words(place)} on the #{name(place)} string"
               end
        what && "While it sounds, set #{what}."
      end

      # The idle hand of an open string may already stand where the next finger needs it.
      def moved_before?(index)
        before = (index - 1).downto(0).find { !@places[_1].open? }
        return !@places[index].hand.first? unless before

        index - before <= 2 && !@places[before].hand.same_spot?(@places[index].hand)
      end

      # Fourth finger after a crossing from a higher string.
      def block(index)
        place = @places[index]
        return unless index.positive? && place.finger == 4 && place.string < @places[index - 1].string

        "Before crossing, place #{@instrument.hand.block} together over the #{name(place)} string."
      end

      def frame(index)
        place = @places[index]
        return unless place.placement == :low && place.finger == 2 && @changes.include?(index)

        'Set 1 and 3 first: low 2 stands beside 1.'
      end

      def name(place) = @instrument.string_names[place.string]
    end
  end
end
