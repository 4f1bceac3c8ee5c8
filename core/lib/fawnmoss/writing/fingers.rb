# frozen_string_literal: true

module Fawnmoss
  module Writing
    # The note that a finger gives on a string in first position, as the key's hand pattern has it.
    class Fingers
      # instrument: Instrument::Instrument; key: Theory::Key.
      def initialize(instrument, key)
        @instrument = instrument
        @key = key
        @positions = instrument.hand.positions('1')
      end

      # string: its letter; finger: 0..4. Returns Theory::Pitch, or nil. Best is a note of the key without a stretch; then a stretch to a note of the
      # key that no finger has without one; then the finger's plain place.
      def on(string, finger)
        index = @instrument.string_names.index(string) or return
        return @instrument.open[index] if finger.zero?

        all = places(index)
        plain = all.reject { |_, place| place.placement == :extended }.map(&:first)
        all.select { |_, place| place.finger == finger }.min_by { |pitch, place| [rank(pitch, place, plain), place.semitones] }&.first
      end

      private

      # [[pitch, place], ...] of all fingers on a string.
      def places(index)
        (@known ||= {})[index] ||= (1..8).flat_map do |semitones|
          pitch = Notation::MidiIn::Keys.spell(@instrument.open[index].midi + semitones, @key)
          @positions.flat_map { |position| @instrument.hand.places(pitch, @instrument.open[index], index, position) }.map { [pitch, _1] }
        end
      end

      def rank(pitch, place, plain)
        stretched = place.placement == :extended
        return stretched ? 3 : 2 unless @key.has?(pitch)
        return 0 unless stretched

        plain.include?(pitch) ? 3 : 1
      end
    end
  end
end
