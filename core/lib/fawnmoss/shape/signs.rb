# frozen_string_literal: true

module Fawnmoss
  module Shape
    # The shape as signs on the staff: a hairpin to the goal of a phrase and one from it, a dynamic where a phrase stands on another ground than the one
    # before. A phrase in which the page says something itself is left as it is.
    module Signs
      SWELLS = 2 # levels that are worth a hairpin

      # tune: Score::Tune with the notes of solved; solved: Solved. Returns Score::Tune.
      def self.on(tune, solved)
        said = solved.lines.each_with_index.flat_map { |line, number| phrase(solved, line, number) }.group_by(&:first)
        return tune if said.empty?

        heads = tune.leads
        said = said.to_h { |id, list| [heads.fetch(id), list.map(&:last)] }
        bars = tune.bars.map { |bar| bar.copy(notes: bar.notes.map { said[_1.id] ? _1.copy(directions: [*_1.directions, *said[_1.id]].freeze) : _1 }.freeze) }
        tune.copy(bars: Score::Hairpins.closed(bars).first.freeze)
      end

      # [[note id, Direction], ...].
      def self.phrase(solved, line, number)
        return [] if line.sounds.any? { |at| solved.wants.signs[at].then { _1.dynamic || _1.way || _1.sudden } }

        goal = solved.goal(line)
        up = swell(solved, :crescendo, line.first, goal, solved.rise(line))
        [*ground(solved, line, number), *up, *swell(solved, :diminuendo, up.empty? ? goal : goal + 1, line.last, solved.fall(line))]
      end

      # Only where the page has no dynamic at all.
      def self.ground(solved, line, number)
        return [] if solved.written?

        grounds = [number, number - 1].map { solved.wants.ground(solved.lines[_1].first) }
        number.zero? || grounds.uniq.size > 1 ? [[id(solved, line.first), direction(:dynamic, Levels.name(grounds.first))]] : []
      end

      # A note with the end of one hairpin has no beginning of another, for not every format can say so.
      def self.swell(solved, kind, from, to, levels)
        return [] if levels < SWELLS || to <= from

        [[id(solved, from), direction(kind, '')], [id(solved, to), direction(:hairpin_end, '')]]
      end

      def self.id(solved, at) = solved.heads[at].id
      def self.direction(kind, text) = Score::Direction.new(kind:, text:)
      private_class_method :phrase, :ground, :swell, :id, :direction
    end
  end
end
