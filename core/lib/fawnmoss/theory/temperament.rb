# frozen_string_literal: true

module Fawnmoss
  module Theory
    # Frequency ratios of the semitones above an open string, as a teacher sets tapes by them.
    # equal: 2**(n/12). pythagorean: chains of 3/2 (81/64 third). just: small whole numbers (5/4 third).
    # Ratios: standard acoustics; 3/2 = 701.955, 5/4 = 386.314, 81/64 = 407.820 cents.
    module Temperament
      PYTHAGOREAN = [1, 256/243r, 9/8r, 32/27r, 81/64r, 4/3r, 729/512r, 3/2r, 128/81r, 27/16r, 16/9r, 243/128r].freeze
      JUST = [1, 16/15r, 9/8r, 6/5r, 5/4r, 4/3r, 45/32r, 3/2r, 8/5r, 5/3r, 9/5r, 15/8r].freeze
      NAMES = %w[equal pythagorean just].freeze

      # Ratio of the note `semitones` (0..24) above the open string to the open string.
      #   Temperament.ratio('just', 4) # => 1.25
      # Raises InvalidInput for an unknown temperament.
      def self.ratio(name, semitones)
        table = { 'pythagorean' => PYTHAGOREAN, 'just' => JUST }[name]
        return (table[semitones % 12] * (2**semitones.div(12))).to_f if table
        return 2**(semitones / 12.0) if name == 'equal'

        raise InvalidInput.new("#{name.inspect} is not a temperament", where: { field: 'temperament' },
                                                                       remedy: "Choose one of #{NAMES.join(', ')}.")
      end

      # Cents of a ratio: 1200 * log2(ratio). Temperament.cents(1.5) # => 701.955...
      def self.cents(ratio) = 1200 * Math.log2(ratio)
    end
  end
end
