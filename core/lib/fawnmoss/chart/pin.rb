# frozen_string_literal: true

module Fawnmoss
  module Chart
    # A mark the teacher fixed on one written note; what is nil is left to the engine.
    # note: note id ('n3'); string: letter ('D') ; finger: 0..4; position: name; direction: :down or :up; join: how it joins
    # the note before, :slur (in one bow with it), :change (a stroke of its own), :hook, :stop, :lift or :recovery.
    Pin = Value.of(:note, :string, :finger, :position, :direction, :join) do
      # From plain data, as it is stored and sent.
      #   Pin.from_plain('note' => 'n3', 'direction' => 'up').direction # => :up
      def self.from_plain(data)
        named = data.slice(*members.map(&:to_s)).transform_keys(&:to_sym)
        new(**named, direction: named[:direction]&.to_sym, join: named[:join]&.to_sym)
      end

      def to_plain = to_h.to_h { |name, value| [name.to_s, value.is_a?(Symbol) ? value.to_s : value] }

      # The same mark where its note now is, or nil when the note is gone. ids: { note id before => now }, as of Score::Carry.
      def carried(ids) = ids[note] && copy(note: ids[note])

      # Says nothing at all.
      def empty? = [string, finger, position, direction, join].none?

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
