# frozen_string_literal: true

module Fawnmoss
  module Path
    # How near a tune or scale is to a pupil: the chart's demands against the pupil's states.
    # share: 0..1 of the notes all of whose demands are had; unmet: { skill id => [bars] }; level: :plays_now, :teaches_one,
    # :two_or_three or :later; unlock: ids of all that is missing, prerequisites included, in an order to learn them.
    Readiness = Value.of(:share, :unmet, :level, :unlock) do
      # chart: Chart::Chart, or Chart::Asks; states: Path::States; map: SkillMap. What the studio does not teach as a skill of its own, or the
      # instrument does not have, is not asked for.
      #   Readiness.of(chart, states, map).level # => :teaches_one
      def self.of(chart, states, map)
        met = Hash.new { |known, id| known[id] = !map.include?(id) || states.had?(id) }
        ready = chart.demand_notes.sum { |ids, notes| ids.all? { met[_1] } ? notes : 0 }
        unmet = chart.demand_bars.reject { |id, _| met[id] }
        new(share: Rational(ready, chart.demand_notes.values.sum), unmet:, level: level(unmet.keys, states, map), unlock: unlock(unmet.keys, states, map))
      end

      # One unmet skill counts as a lesson only when what it needs is there.
      def self.level(unmet, states, map)
        return :plays_now if unmet.empty?
        return :teaches_one if unmet.size == 1 && map[unmet.first].needs.all? { states.had?(_1) }

        unmet.size <= 3 ? :two_or_three : :later
      end

      def self.unlock(unmet, states, map)
        all = unmet.inject(0) { |set, id| set | map.bit(id) | map.before(id) }
        map.in_order(map.of(all).reject { states.had?(_1) })
      end
      private_class_method :unlock
    end
  end
end
