# frozen_string_literal: true

module Fawnmoss
  module Listening
    # Pitches on one scale: 100 a semitone, A4 at 440 Hz is 6900.
    module Cents
      # Of so many Hz, and back.
      def self.of(hertz) = 6900 + Theory::Temperament.cents(hertz / 440.0)
      def self.hertz(cents) = 440 * (2**((cents - 6900) / 1200.0))

      # By which another A4 lies over 440 Hz.
      def self.tuning(hertz) = Theory::Temperament.cents(hertz / 440.0)
    end
  end
end
