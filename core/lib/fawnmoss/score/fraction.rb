# frozen_string_literal: true

module Fawnmoss
  module Score
    # Rational numbers as the JSON contract writes them: 1/2r -> "1/2", 2r -> "2".
    module Fraction
      def self.text(number) = number.to_r.denominator == 1 ? number.to_i.to_s : number.to_r.to_s

      # As a person says it: 7/2r -> "3 1/2".
      def self.mixed(number)
        whole, rest = number.to_r.divmod(1)
        [(text(whole) if whole.positive? || rest.zero?), (text(rest) unless rest.zero?)].compact.join(' ')
      end

      # A place in a tune as the teacher types it: bar 3, count 3/2 -> "3:3/2".
      def self.place(bar, count) = "#{bar}:#{text(count)}"
    end
  end
end
