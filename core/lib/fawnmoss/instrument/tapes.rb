# frozen_string_literal: true

module Fawnmoss
  module Instrument
    # Where finger tapes go.
    module Tapes
      LENGTHS = (150..1300)

      # Distance of a tape from the nut, in mm, for a note `semitones` above the open string.
      # L * (1 - 1/ratio); in equal temperament L * (1 - 2**(-n/12)).
      #   Tapes.distance(length: 328, semitones: 2).round(1) # => 35.8
      # Raises InvalidInput unless length is 150..1300 mm.
      def self.distance(length:, semitones:, temperament: 'equal')
        unless LENGTHS.cover?(length)
          raise InvalidInput.new("a string of #{format('%g', length)} mm cannot be",
                                 where: { field: 'length' }, remedy: "Measure from nut to bridge: #{LENGTHS.min} to #{LENGTHS.max} mm.")
        end
        length * share(semitones, temperament)
      end

      # The same as a share of the string.
      def self.share(semitones, temperament = 'equal') = 1 - (1 / Theory::Temperament.ratio(temperament, semitones))

      # All tapes worth measuring on an instrument: [{ semitones:, finger:, position:, mm: }] from the nut outward,
      # mm rounded to a tenth.
      def self.for(instrument, length:, temperament: 'equal')
        instrument.tapes.map do |tape|
          mm = distance(length:, semitones: tape['semitones'], temperament:).round(1)
          { **tape.slice('semitones', 'finger', 'position').transform_keys(&:to_sym), mm: }
        end
      end
    end
  end
end
