# frozen_string_literal: true

module Fawnmoss
  module Picture
    # Parts of the bow, 0 at the frog and 1 at the tip.
    module Stroke
      HALF = 0.04 # of the bow on either side of where it is set down

      # given: [[from, to, words], ...], or 'set' for where the instrument sets the bow down. Returns { parts: [{ from:, to:, words: }], caption: }.
      def self.of(given, instrument)
        parts = given == 'set' ? [set(instrument)] : given.map { |from, to, words| { from:, to:, words: } }
        { parts:, caption: "The bow from frog to tip: #{parts.map { _1[:words] }.join('; ')}." }
      end

      def self.set(instrument)
        at = Chart::Problem::MIDDLE.fetch(instrument.weak_fourth ? :upper : :lower)
        { from: (at - HALF).round(2), to: (at + HALF).round(2), words: "where the bow is set: #{instrument.set_bow}" }
      end
      private_class_method :set
    end
  end
end
