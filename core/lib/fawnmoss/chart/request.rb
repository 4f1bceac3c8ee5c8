# frozen_string_literal: true

module Fawnmoss
  module Chart
    # What a chart is asked for, checked once. instrument: Instrument::Instrument; version: 'simple' or 'full';
    # positions: names; fourth: 'open', 'fourth' or 'either'; tempo: quarters a minute; start: :down, :up or nil;
    # slurs: true keeps printed slurs; joins: what may stand between two strokes besides a plain change, of :stop and :lift;
    # transpose: Theory::Interval; pins: list of Pin.
    Request = Value.of(:instrument, :version, :positions, :fourth, :tempo, :start, :slurs, :joins, :transpose, :pins) do
      # Fills what is nil with the version's usual choice and refuses what cannot be. Raises InvalidInput naming the field.
      #   Request.build(instrument: violin).positions # => ["1"]
      def self.build(instrument:, version: nil, positions: nil, fourth: nil, tempo: nil, start: nil, slurs: nil, joins: nil,
                     transpose: nil, pins: [])
        version = choice('version', version || 'simple', %w[simple full])
        new(instrument:, version:, positions: positions || instrument.positions.fetch(version),
            fourth: choice('fourth', fourth || (version == 'simple' ? 'open' : 'either'), %w[open fourth either]),
            tempo: tempo && number('tempo', tempo, 20..300),
            start: start && choice('start', start.to_s, %w[down up]).to_sym,
            slurs: slurs.nil? ? version == 'full' : slurs,
            joins: joins || (version == 'full' ? %i[stop lift] : []),
            transpose: transpose || Theory::Interval.octaves(0), pins: pins.freeze)
      end

      def self.choice(field, value, allowed)
        return value if allowed.include?(value)

        raise InvalidInput.new("#{value.inspect} is not possible here", where: { field: }, remedy: "Choose #{allowed.join(' or ')}.")
      end

      def self.number(field, value, range)
        return value if value.is_a?(Integer) && range.cover?(value)

        raise InvalidInput.new("#{value.inspect} is out of range", where: { field: }, remedy: "Give a whole number from #{range.min} to #{range.max}.")
      end
      private_class_method :choice, :number
    end
  end
end
