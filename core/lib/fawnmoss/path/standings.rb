# frozen_string_literal: true

module Fawnmoss
  module Path
    # How a pupil's skills stand by their marks alone, whatever the day: small enough to be remembered for many pupils, so that a new day costs a
    # comparison a skill. It holds from the last mark on.
    # known: { skill id => :started, :steady, :secure, or :shown for good }; used: { skill id => Julian day of its last use }; low: { skill id => [Julian
    # days of the first and the last mark] } of three low marks or more at the end; last: Julian day of the latest mark, or nil.
    Standings = Value.of(:known, :used, :low, :last) do
      # What a skill that stood so is called so many days after its last use: what is not used goes rusty.
      def self.after(known, days, rules) = known != :started && days >= rules.rusty_days ? :rusty : known

      # As they stand on a day; nil for a day before the last mark. rules: Rules.
      def on(today, rules) = last.nil? || last <= today.jd ? self.class::Day.new(self, today.jd, rules) : nil
    end

    # What of States needs nothing but this, on one day.
    class Standings::Day # rubocop:disable Style/ClassAndModuleChildren -- a Value is no class body
      def initialize(standings, day, rules)
        @standings = standings
        @day = day
        @rules = rules
      end

      # As States#name.
      def name(skill)
        known = @standings.known[skill] or return :untouched
        return :steady if known == :shown

        Standings.after(known, @day - @standings.used[skill], @rules)
      end

      # As States#low_runs and States#touched.
      def low_runs = @standings.low
      def touched = @standings.known.keys
    end
  end
end
