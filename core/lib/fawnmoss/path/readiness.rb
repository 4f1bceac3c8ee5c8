# frozen_string_literal: true

module Fawnmoss
  module Path
    # How near a tune is to a pupil: the chart's demands against the pupil's states.
    # share: 0..1 of the notes all of whose demands are had; unmet: { skill id => [bars] }; level: :plays_now, :teaches_one,
    # :two_or_three or :later.
    Readiness = Value.of(:share, :unmet, :level) do
      # chart: Chart::Chart; states: Path::States; skills: { id => Skill }.
      #   Readiness.of(chart, states, skills).level # => :teaches_one
      def self.of(chart, states, skills)
        had = Hash.new { |known, id| known[id] = states.had?(id) }
        ready = chart.entries.count { |entry| entry.demands.all? { had[_1] } }
        unmet = chart.demand_bars.reject { |id, _| had[id] }
        new(share: Rational(ready, chart.entries.size), unmet:, level: level(unmet.keys, had, skills))
      end

      # One unmet skill counts as a lesson only when what it needs is there.
      def self.level(unmet, had, skills)
        return :plays_now if unmet.empty?
        return :teaches_one if unmet.size == 1 && skills.fetch(unmet.first).needs.all? { had[_1] }

        unmet.size <= 3 ? :two_or_three : :later
      end
      private_class_method :level
    end
  end
end
