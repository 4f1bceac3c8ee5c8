# frozen_string_literal: true

module FawnmossServer
  module Actions
    # How near a tune or a scale is to a Subject, as the API shows it.
    module ReadinessAnswer
      # chart: Chart, or Asks; moved: words for its transposition, or nil.
      def self.of(chart, subject, moved: nil)
        return out_of_reach(chart.why) if chart.is_a?(Fawnmoss::Chart::Asks) && chart.out_of_reach?

        found = Fawnmoss::Path::Readiness.of(chart, subject.states, subject.map)
        { level: found.level.to_s, share: found.share.to_f.round(3), moved:, why: nil,
          unmet: found.unmet.map { |id, bars| { skill: id, name: subject.map[id].name, bars: } },
          unlock: found.unlock.map { { skill: _1, name: subject.map[_1].name } } }
      end

      def self.out_of_reach(why) = { level: 'out_of_reach', share: 0, unmet: [], unlock: [], moved: nil, why: }
      private_class_method :out_of_reach
    end
  end
end
