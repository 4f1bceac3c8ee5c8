# frozen_string_literal: true

module Fawnmoss
  module Chart
    # A mark the teacher fixed on one written note; what is nil is left to the engine.
    # note: note id ('n3'); string: letter ('D') ; finger: 0..4; position: name; direction: :down or :up; join: how it joins
    # the note before, :slur (in one bow with it), :change (a stroke of its own), :hook, :stop, :lift or :recovery.
    Pin = Value.of(:note, :string, :finger, :position, :direction, :join) do
      def place? = !(string.nil? && finger.nil? && position.nil?)

      # True when a place is one this pin allows.
      def allows?(place, instrument)
        (string.nil? || instrument.string_names[place.string] == string) && (finger.nil? || place.finger == finger) &&
          (position.nil? || (!place.open? && place.hand.name == position))
      end

      # "D string, finger 4", for messages.
      def words
        [string && "#{string} string", finger && (finger.zero? ? 'open' : "finger #{finger}"), position && "position #{position}"].compact.join(', ')
      end
    end

    Pin::JOINS = %i[slur change hook stop lift recovery].freeze
  end
end
