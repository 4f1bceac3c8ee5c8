# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What many takes of a pupil tell: where each finger and pattern lay, week by week, and which pattern is steady by now.
    module OverWeeks
      STEADY = 10.0 # cents beside its aim, in the middle, that are steady
      TAKES = 3 # in a row
      FEWEST = 3 # notes of a take that count
      HAND = /\A(left|pattern|position|shift)\b/

      # takes: [[Date, numbers], ...], numbers as of Numbers with symbol keys, the oldest first. Returns { fingers: [{ string:, finger:, placement:, points: }],
      # skills: [{ skill:, points: }] }; points: [{ on: Monday of the week, cents:, off:, notes: }], off nil for fingers; those with most notes first.
      def self.of(takes)
        { fingers: lines(takes) { |numbers| numbers[:fingers].map { [_1.slice(:string, :finger, :placement), _1] } },
          skills: lines(takes) { |numbers| hand(numbers).map { |id, found| [{ skill: id.to_s }, found] } } }
      end

      # { skill id => cents beside its aim in each of the last takes } of the skills that are steady: TAKES in a row within STEADY.
      def self.steady(takes)
        found = takes.flat_map { |_, numbers| hand(numbers).select { |_, one| one[:notes] >= FEWEST }.map { |id, one| [id.to_s, one[:off]] } }
        last = found.group_by(&:first).transform_values { |list| list.map(&:last).last(TAKES) }
        last.select { |_, offs| offs.size == TAKES && offs.all? { _1 <= STEADY } }
      end

      def self.hand(numbers) = numbers[:skills].select { |id, one| id.match?(HAND) && one[:cents] }

      def self.lines(takes)
        all = takes.flat_map { |on, numbers| yield(numbers).map { |kind, found| [kind, on - ((on.wday - 1) % 7), found] } }
        kinds = all.group_by(&:first).map { |kind, list| { **kind, points: list.group_by { _1[1] }.sort.map { |on, week| point(on, week.map(&:last)) } } }
        kinds.sort_by { |line| [-line[:points].sum { _1[:notes] }, line.except(:points).values.map(&:to_s)] }
      end

      # Every note counts the same.
      def self.point(on, found)
        notes = found.sum { _1[:notes] }
        offs = found.filter_map { _1[:off] && (_1[:off] * _1[:notes]) }
        { on: on.iso8601, cents: (found.sum { _1[:cents] * _1[:notes] } / notes).round(1), off: offs.empty? ? nil : (offs.sum / notes).round(1), notes: }
      end
      private_class_method :hand, :lines, :point
    end
  end
end
