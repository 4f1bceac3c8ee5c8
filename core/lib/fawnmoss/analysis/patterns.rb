# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # Where a tune changes the finger pattern of a string: the same letter of the staff played at another height than the
    # last time on that string (low 2 here, high 2 there). Each is a trouble spot (guide page on intonation).
    module Patterns
      # index: of the note; string: letter; from, to: words such as "low 2" and "high 2", or fingers where both differ.
      Change = Value.of(:index, :string, :from, :to)

      # Array of Change. notes: Score::Played; places: Place of each.
      def self.changes(instrument, notes, places)
        last = {}
        notes.each_index.filter_map do |index|
          place = places[index]
          pitch = notes[index].pitch
          known = last[[place.string, pitch.step]]
          last[[place.string, pitch.step]] = [pitch.alter, place]
          next if known.nil? || known[0] == pitch.alter

          Change.new(index:, string: instrument.string_names[place.string], from: words(known[1]), to: words(place))
        end
      end

      # "low 2", "high 3", "4", "open".
      def self.words(place)
        return 'open' if place.open?

        %i[natural closed].include?(place.placement) ? place.finger.to_s : "#{place.placement} #{place.finger}"
      end
    end
  end
end
